/** Characters that end a field of a mount table, or begin a remark, as fstab(5) and getmntent(3) write them in one. */
const CODES: Readonly<Record<string, string>> = {
  '\\': '\\134',
  ' ': '\\040',
  '\t': '\\011',
  '\n': '\\012',
  '#': '\\043',
};

/** A text as one field of a mount table. */
export const fstabWord = (text: string): string => text.replace(/[\\ \t\n#]/g, (c) => CODES[c]!);

/** What a field of a mount table stands for. Law: of `fstabWord(text)` it is the text. */
export const fromFstabWord = (field: string): string =>
  field.replace(/\\([0-7]{3})/g, (_, octal: string) => String.fromCharCode(Number.parseInt(octal, 8)));
