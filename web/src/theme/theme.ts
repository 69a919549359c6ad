import { createTheme, type MantineColorsTuple } from '@mantine/core';

/** Loam, for text and surfaces; moss, the one accent. Ten steps each, light to dark. */
const loam: MantineColorsTuple = [
  '#fbf8f1',
  '#f4efe4',
  '#e9e1d1',
  '#d9cfbb',
  '#bfb29a',
  '#94866f',
  '#6b5f4e',
  '#4b4136',
  '#332b23',
  '#211b16',
];
const moss: MantineColorsTuple = [
  '#f2f5ea',
  '#e2e9d1',
  '#c9d6ac',
  '#aec185',
  '#94ab63',
  '#7b9449',
  '#617836',
  '#4c6029',
  '#3a4b1f',
  '#293615',
];
const clay: MantineColorsTuple = [
  '#fbefea',
  '#f4dbd1',
  '#e8bba9',
  '#da967c',
  '#c97556',
  '#b4593a',
  '#9a4529',
  '#7d361f',
  '#602917',
  '#421b0f',
];

const night: MantineColorsTuple = [
  '#ece4d5',
  '#d3c8b5',
  '#b3a794',
  '#8d8170',
  '#5c5143',
  '#463d32',
  '#332c24',
  '#26211b',
  '#1d1915',
  '#171310',
];

export const theme = createTheme({
  primaryColor: 'moss',
  primaryShade: { light: 7, dark: 6 },
  autoContrast: true,
  // Mantine's own greys would be bluish beside the paper.
  colors: { loam, moss, clay, gray: loam, dark: night },
  white: '#fffdf8',
  black: '#2a2520',
  fontFamily: "'Source Sans 3 Variable', system-ui, sans-serif",
  fontFamilyMonospace: "'Source Code Pro Variable', ui-monospace, monospace",
  headings: { fontFamily: "'Source Sans 3 Variable', system-ui, sans-serif", fontWeight: '650' },
  defaultRadius: 3,
  fontSizes: { xs: '0.78rem', sm: '0.86rem', md: '0.94rem', lg: '1.06rem', xl: '1.25rem' },
  cursorType: 'pointer',
});
