const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/** Text as it stands in HTML and SVG, between tags and in attributes (HTML Living Standard, §13.3). */
export const escaped = (value: string): string => value.replace(/[&<>"']/g, (c) => ENTITIES[c]!);
