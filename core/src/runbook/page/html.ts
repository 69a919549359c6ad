import { escaped as text } from '../../words/index.js';
import type { Block, ListBlock, Section, StepBlock, TableBlock, TextBlock } from './block.js';

/** Blocks as HTML, with the classes that the style of the one-file page knows. */
export const htmlOf = (blocks: readonly Block[]): string => blocks.map(one).join('\n');

function one(block: Block): string {
  switch (block.is) {
    case 'section':
      return section(block);
    case 'step':
      return step(block);
    case 'find':
      return `<article class="find"><b>${text(block.title)}</b>\n${htmlOf(block.blocks)}</article>`;
    case 'text':
      return paragraph(block);
    case 'list':
      return list(block);
    case 'typed':
      return `<pre>${block.lines.map((line) => `<span>${text(line)}</span>`).join('\n')}</pre>`;
    case 'table':
      return table(block);
    case 'drawing':
      return block.beside ? `<figure class="then">${block.svg}</figure>` : block.svg;
    case 'terms':
      return `<dl>${block.terms.map(({ name, means }) => `<dt>${text(name)}</dt><dd>${text(means)}</dd>`).join('\n')}</dl>`;
  }
}

const KIND_CLASS: Readonly<Record<Section['kind'], string>> = {
  cover: 'cover',
  phase: 'phase',
  sheet: 'sheet',
  flows: 'sheet flows',
  terms: 'terms',
  part: 'part',
};

function section({ kind, head, mark, blocks }: Section): string {
  const level = kind === 'part' ? 'h3' : 'h2';
  const marked = mark === null ? '' : ` <small>${text(mark)}</small>`;
  const title = head === null ? '' : `<${level}>${text(head)}${marked}</${level}>`;
  return `<section class="${KIND_CLASS[kind]}">${title}${htmlOf(blocks)}</section>`;
}

function step(s: StepBlock): string {
  const time = s.time === null ? '' : ` <small>${text(s.time)}</small>`;
  return `<article><label><input type="checkbox" data-step="${text(s.id)}"${s.done ? ' checked' : ''}> <span class="n">${s.number}</span> ${text(s.title)}${time}</label>
${htmlOf(s.blocks)}</article>`;
}

const TONE_CLASS: Readonly<Record<TextBlock['tone'], string>> = {
  plain: '',
  note: ' class="note"',
  guard: ' class="guard"',
  danger: ' class="beware"',
  error: ' class="warn"',
};

const paragraph = ({ tone, head, text: said }: TextBlock): string =>
  `<p${TONE_CLASS[tone]}>${head === null ? '' : `<b>${text(head)}</b> `}${text(said)}</p>`;

function list({ tone, head, items }: ListBlock): string {
  const lines = items.map((said) => `<li>${text(said)}</li>`).join('');
  switch (tone) {
    case 'box':
    case 'soft-box':
      return `<div class="warn${tone === 'box' ? '' : ' soft'}"><strong>${text(head ?? '')}</strong><ul>${lines}</ul></div>`;
    case 'ordered':
      return `<ol>${lines}</ol>`;
    case 'check':
      return `<p class="check"><b>${text(head ?? '')}</b></p><ul class="check">${lines}</ul>`;
    case 'plain':
      return `${head === null ? '' : `<p><strong>${text(head)}</strong></p>`}<ul>${lines}</ul>`;
  }
}

function table({ head, about, heads, rows }: TableBlock): string {
  const lines = rows.map(({ cells, marks }) => {
    const tr = marks.length > 0 ? `<tr class="${marks.join(' ')}">` : '<tr>';
    return `${tr}${cells.map((cell) => `<td>${text(cell)}</td>`).join('')}</tr>`;
  });
  const whole = `<table><thead><tr>${heads.map((h) => `<th>${text(h)}</th>`).join('')}</tr></thead><tbody>
${lines.join('\n')}</tbody></table>`;
  return head === null
    ? whole
    : `<details open><summary>${text(head)}</summary><p class="note">${text(about ?? '')}</p>\n${whole}</details>`;
}
