/** One who edits a machine over the interface of programs and counts only what was acknowledged. */
export class Client {
  acknowledged = new Set();
  /** When each was, on the clock of the kernel that cannot be set. */
  heardAt = new Map();
  statuses = {};
  #base = 0;
  #n = 0;

  constructor(name, machineId) {
    this.name = name;
    this.machineId = machineId;
  }

  /** Sends one edit until it is acknowledged or `until` has come. */
  async edit(address, until) {
    const key = `${this.name}-${String(++this.#n).padStart(8, '0')}`;
    const edit = { kind: 'set-machine', changes: this.#changes() };
    while (Date.now() < until) {
      const answer = await this.#post(address, [{ key, intent: 'do', edit }]);
      this.statuses[answer?.status ?? 'none'] = (this.statuses[answer?.status ?? 'none'] ?? 0) + 1;
      if (answer?.status === 200) {
        this.acknowledged.add(key);
        this.heardAt.set(key, process.hrtime.bigint());
        this.#base = answer.body.revision;
        return true;
      }
      if (answer?.status === 409) this.#base = answer.body.revision;
      else await new Promise((done) => setTimeout(done, answer === undefined ? 30 : 5));
    }
    return false;
  }

  /** Of one field or another: some clients' edits come to stand on top of others', some do not. */
  #changes() {
    const last = Number(this.name.at(-1));
    return (this.#n + last) % 3 === 0 ? { device: `/dev/disk-${this.#n}` } : { ramBytes: this.#n * 2 ** 20 };
  }

  async #post(address, edits) {
    try {
      const response = await fetch(`${address}/api/machines/${this.machineId}/edits`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ base: this.#base, edits }),
        signal: AbortSignal.timeout(5000),
      });
      return { status: response.status, body: await response.json() };
    } catch {
      return undefined;
    }
  }
}

export async function newMachine(address, name) {
  const response = await fetch(`${address}/api/machines`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name }),
  });
  return (await response.json()).id;
}
