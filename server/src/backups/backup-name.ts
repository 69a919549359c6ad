/** A backup that was made by itself. Its name tells all of it, so that nothing has to be kept beside. */
export interface MadeBackup {
  readonly name: string;
  /** Counts up: the clock of a machine may go back. */
  readonly number: number;
  /** ISO 8601, by the clock of then. */
  readonly at: string;
  /** On the bench when it was made. */
  readonly machines: number;
  /** So many machines in it are not as they were written. */
  readonly faulty: number;
}

const NAME =
  /^bench-(\d{6,})-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)Z-(\d+)-machines(?:-(\d+)-faulty)?\.sqlite$/;

export function nameOf({ number, at, machines, faulty }: Omit<MadeBackup, 'name'>): string {
  const moment = `${at.slice(0, 19).replaceAll(':', '-')}Z`;
  const says = faulty > 0 ? `-${faulty}-faulty` : '';
  return `bench-${String(number).padStart(6, '0')}-${moment}-${machines}-machines${says}.sqlite`;
}

/** What the name of a file says; `undefined` for a file that is not one of them. */
export function backupNamed(name: string): MadeBackup | undefined {
  const [, number, day, hours, minutes, seconds, machines, faulty] = NAME.exec(name) ?? [];
  const at = `${day}T${hours}:${minutes}:${seconds}.000Z`;
  if (number === undefined || Number.isNaN(Date.parse(at))) return undefined;
  return { name, number: Number(number), at, machines: Number(machines), faulty: Number(faulty ?? 0) };
}
