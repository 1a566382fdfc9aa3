/** How Node runs one of our commands: as `scripts/programs.mjs` has built it. */
export const program = (command: string): string[] => [
  '--no-warnings',
  // By its name alone: it is no module of the web server, whose bundler would look for it.
  ['.programs', 'command', `${command}.mjs`].join('/'),
];
