/** The list of machines. */
export const machines = {
  'machines.search': () => 'Search machines',
  'machines.none-found': (text: string) =>
    `No machine has “${text}” in its name, its description or its disk.`,
  'machines.more': (count: number) => `Show ${count} more`,
};
