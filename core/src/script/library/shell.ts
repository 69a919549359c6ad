/** Lines of a shell as they stand; its expansions are written `\${…}`. */
export const shell = (text: TemplateStringsArray): string => text.raw[0]!.replaceAll('\\$', '$').trim();
