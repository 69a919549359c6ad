/** Asks the server without the app: GET, or POST where there is a body. */
export const callsTo =
  (address: string) =>
  async <T>(path: string, body?: unknown): Promise<T> => {
    const response = await fetch(
      `${address}/api${path}`,
      body === undefined
        ? {}
        : { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) },
    );
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return (await response.json()) as T;
  };
