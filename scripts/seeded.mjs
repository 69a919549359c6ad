/** A number that was given on the command line as `--name N`. */
export function option(name, usual) {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? usual : Number(process.argv[at + 1]);
}

/** A small generator with a seed, so that a failure can be had again (xorshift32). */
export class Seeded {
  constructor(seed) {
    this.state = seed >>> 0 || 1;
  }

  /** A whole number below `below`. */
  next(below) {
    this.state ^= this.state << 13;
    this.state ^= this.state >>> 17;
    this.state ^= this.state << 5;
    return (this.state >>> 0) % below;
  }
}
