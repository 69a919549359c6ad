import type { Block, ListBlock, StepBlock, TableBlock } from './block.js';

/** A text within a line: what would begin a structure of Markdown stands as it is. */
export const plainMarkdown = (value: string): string => value.replace(/[\\`*_[\]<>|#]/g, (c) => `\\${c}`);

/** Blocks as Markdown (CommonMark, with tables). A drawing has no text. @param level of the heads of sections */
export function markdownOf(blocks: readonly Block[], level = 2): string {
  return blocks
    .map((block) => one(block, level))
    .filter((said) => said !== '')
    .join('\n\n');
}

function one(block: Block, level: number): string {
  switch (block.is) {
    case 'section': {
      const mark = block.mark === null ? '' : ` (${plainMarkdown(block.mark)})`;
      const head = block.head === null ? [] : [`${'#'.repeat(level)} ${plainMarkdown(block.head)}${mark}`];
      return [...head, markdownOf(block.blocks, level + 1)].join('\n\n');
    }
    case 'step':
      return step(block);
    case 'find':
      return [`**${plainMarkdown(block.title)}**`, '', ...block.blocks.flatMap((b) => item(b, ''))].join(
        '\n',
      );
    case 'text':
      return `${block.head === null ? '' : `**${plainMarkdown(block.head)}** `}${plainMarkdown(block.text)}`;
    case 'list':
      return list(block);
    case 'typed':
      return fenced(block.lines).join('\n');
    case 'table':
      return table(block);
    case 'terms':
      return block.terms
        .map(({ name, means }) => `- **${plainMarkdown(name)}**: ${plainMarkdown(means)}`)
        .join('\n');
    case 'drawing':
      return '';
  }
}

function step(s: StepBlock): string {
  const time = s.time === null ? '' : ` (${plainMarkdown(s.time)})`;
  return [
    `${s.number}. [${s.done ? 'x' : ' '}] **${plainMarkdown(s.title)}**${time}`,
    ...s.blocks.flatMap((b) => item(b, '   ')),
  ].join('\n');
}

/** A block as items of a list that is indented. */
function item(block: Block, indent: string): string[] {
  switch (block.is) {
    case 'text':
      return [`${indent}- ${one(block, 0)}`];
    case 'list': {
      if (block.head === null) return block.items.map((said) => `${indent}- ${plainMarkdown(said)}`);
      return [
        `${indent}- **${plainMarkdown(block.head)}**`,
        ...block.items.map((said) => `${indent}  - ${plainMarkdown(said)}`),
      ];
    }
    case 'typed':
      return ['', ...fenced(block.lines), ''].map((line) => (line === '' ? '' : `${indent}${line}`));
    case 'section':
    case 'step':
    case 'find':
    case 'table':
    case 'drawing':
    case 'terms':
      return one(block, 3).split('\n');
  }
}

function list({ tone, head, items }: ListBlock): string {
  const lines = items.map((said, i) => `${tone === 'ordered' ? `${i + 1}.` : '-'} ${plainMarkdown(said)}`);
  return head === null ? lines.join('\n') : `**${plainMarkdown(head)}**\n\n${lines.join('\n')}`;
}

/** What is typed, as it stands: a fenced block (CommonMark §4.5), which nothing in its lines can close. */
export function fenced(lines: readonly string[]): string[] {
  if (lines.length === 0) return [];
  const fence = lines.some((line) => line.includes('```')) ? '~~~~' : '```';
  return [fence, ...lines, fence];
}

function table({ head, about, heads, rows }: TableBlock): string {
  const row = (cells: readonly string[]) => `| ${cells.map(plainMarkdown).join(' | ')} |`;
  const lines = [row(heads), `|${' --- |'.repeat(heads.length)}`, ...rows.map(({ cells }) => row(cells))];
  return [
    ...(head === null ? [] : [`**${plainMarkdown(head)}** ${plainMarkdown(about ?? '')}`]),
    lines.join('\n'),
  ].join('\n\n');
}
