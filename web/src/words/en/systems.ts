/** What is said of systems. */
export const systems = {
  'systems.hibernation-off': (windows: boolean) =>
    windows ? 'turn hibernation and fast startup off (a step)' : 'turn hibernation off (a step)',
};
