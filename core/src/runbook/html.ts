import type { RecognitionRow } from '../recognition/index.js';
import {
  INSTRUCTION_WORDS,
  timeInWords,
  type Runbook,
  type RunbookPhase,
  type RunbookStep,
} from './runbook.js';

export interface RunbookTitle {
  readonly machine: string;
  /** ISO 8601 date and time at which the file is made. */
  readonly madeAt: string;
  readonly blockers: readonly string[];
  readonly hazards: readonly string[];
}

/**
 * The runbook as one file that opens anywhere without a network: no script, no link, styles inside.
 * Boxes can be ticked on paper or on screen.
 */
export function runbookHtml(runbook: Runbook, title: RunbookTitle): string {
  const time = runbook.seconds.most > 0 ? `, ${timeInWords(runbook.seconds)} of copying` : '';
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Runbook for ${text(title.machine)}</title><style>${STYLE}</style></head><body>
<header><p class="brand">Rhizotome runbook</p><h1>${text(title.machine)}</h1>
<p>Disk ${text(runbook.device)}, ${text(runbook.disk)} · ${runbook.restarts} restart${runbook.restarts === 1 ? '' : 's'}${time} · made ${text(title.madeAt.slice(0, 16).replace('T', ' '))} UTC</p></header>
${warnings(title)}${runbook.refusal ? `<p class="warn">${text(runbook.refusal)}</p>` : ''}
${runbook.phases.map(phase).join('\n')}
<section class="sheet"><h2>Recognition sheet</h2><p>The disk as it will be when an installer lists it. Some environments write GB for the binary figure.</p>
${sheet(runbook.sheet)}</section>
${starting(runbook)}
${wayBack(runbook)}
</body></html>
`;
}

function starting({ starts }: Runbook): string {
  if (starts.length === 0) return '';
  const row = ({ system, reached, onUpdate, restore }: Runbook['starts'][number]) =>
    `<tr><td>${text(system.name)}</td><td>${text(reached)}</td><td>${text(onUpdate)}</td><td>${text(restore)}</td></tr>`;
  return `<section class="sheet"><h2>Starting</h2><table><thead><tr><th>System</th><th>How it is reached</th><th>What its updates do</th><th>How that is mended</th></tr></thead><tbody>${starts.map(row).join('')}</tbody></table></section>`;
}

function wayBack({ back, losses }: Runbook): string {
  if (back.length === 0) return '';
  const item = ({ title, where, undoes, exposure }: Runbook['back'][number]) =>
    `<li>${text(title)} <span>(${text(where)}; undoes step ${undoes})</span>${exposure ? `<br><em>${text(exposure)}</em>` : ''}</li>`;
  return `<section class="sheet"><h2>Way back</h2><p>To return to the disk as found: whoever has come as far as a step begins at the line that undoes it, and goes on from there.</p>
${losses.length > 0 ? `<ul>${losses.map((l) => `<li>${text(l)}</li>`).join('')}</ul>` : '<p>Nothing that this plan does is beyond recall.</p>'}
<ol>${back.map(item).join('')}</ol></section>`;
}

const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

function text(value: string): string {
  return value.replace(/[&<>"']/g, (c) => ENTITIES[c]!);
}

function warnings({ blockers, hazards }: RunbookTitle): string {
  const list = (titles: readonly string[]) => `<ul>${titles.map((t) => `<li>${text(t)}</li>`).join('')}</ul>`;
  return [
    blockers.length > 0
      ? `<div class="warn"><strong>This plan cannot work yet:</strong>${list(blockers)}</div>`
      : '',
    hazards.length > 0
      ? `<div class="warn soft"><strong>Data is at risk here:</strong>${list(hazards)}</div>`
      : '',
  ].join('\n');
}

function phase(p: RunbookPhase): string {
  return `<section class="phase"><h2>${text(p.title)}${p.restart ? ' <small>restart</small>' : ''}</h2><p class="note">${text(p.note)}</p>
${p.steps.map(step).join('\n')}</section>`;
}

function step(s: RunbookStep): string {
  const items = (list: readonly string[]) => list.map((item) => `<li>${text(item)}</li>`).join('');
  return `<article><label><input type="checkbox"${s.done ? ' checked' : ''}> <span class="n">${s.number}</span> ${text(s.title)}${s.time ? ` <small>${text(s.time)}</small>` : ''}</label>
<ul>${items(s.actions)}</ul><p class="check"><b>Go on when</b></p><ul class="check">${items(s.checks)}</ul>
${s.beware ? `<p class="beware"><b>Beware</b> ${text(s.beware)}</p>` : ''}${s.exposure ? `<p class="beware"><b>Exposed</b> ${text(s.exposure)}</p>` : ''}</article>`;
}

function sheet(rows: readonly RecognitionRow[]): string {
  const cells = (row: RecognitionRow) =>
    [
      row.order > 0 ? String(row.order) : '',
      row.device,
      row.title,
      row.binary,
      row.decimal,
      row.content,
      row.label,
      row.typeName,
      INSTRUCTION_WORDS[row.instruction],
    ]
      .map((cell) => `<td>${text(cell)}</td>`)
      .join('');
  return `<table><thead><tr><th>Place</th><th>Linux name</th><th>Part</th><th>Binary</th><th>Decimal</th><th>Content</th><th>Label</th><th>Type</th><th>On the day</th></tr></thead><tbody>
${rows.map((row) => `<tr class="${row.kind} ${row.instruction}">${cells(row)}</tr>`).join('\n')}</tbody></table>`;
}

const STYLE = `
:root{color-scheme:light}*{box-sizing:border-box}
body{font:15px/1.45 system-ui,sans-serif;max-width:52rem;margin:1.5rem auto;padding:0 1rem;color:#2a2520;background:#fbf8f1}
h1{margin:.1rem 0;font-size:1.7rem}h2{font-size:1.1rem;margin:1.6rem 0 .2rem;border-bottom:1.5px solid #2a2520;padding-bottom:.2rem}
small{font-size:.72rem;font-weight:600;color:#7a3d1d;text-transform:uppercase;letter-spacing:.05em}
.brand{margin:0;color:#6b6053;font-size:.8rem;letter-spacing:.08em;text-transform:uppercase}.note{margin:.2rem 0 .6rem;color:#5c5348}
article{margin:.9rem 0;padding-left:.9rem;border-left:2px solid #cfc4b0;break-inside:avoid}
label{font-weight:650}.n{display:inline-block;min-width:1.3rem;text-align:right;font-variant-numeric:tabular-nums}
ul{margin:.25rem 0 .25rem 1.4rem;padding:0}p.check,p.beware{margin:.25rem 0}p.check{color:#3f5a2c}.beware{color:#8a2f1b}
.warn{border:1.5px solid #8a2f1b;padding:.5rem .8rem;margin:1rem 0}.warn.soft{border-style:dashed}
table{border-collapse:collapse;width:100%;font-size:.82rem;font-variant-numeric:tabular-nums}
th,td{text-align:left;padding:.25rem .4rem;border-bottom:1px solid #d9cfbd;vertical-align:top}tr.gap td{color:#6b6053;font-style:italic}
tr.install-here td:last-child,tr.format td:last-child{font-weight:700}.sheet{break-before:page;overflow-x:auto}
@page{size:A4;margin:14mm}@media print{body{margin:0;max-width:none;padding:0;background:#fff;font-size:10.5pt}h2{break-after:avoid}}
`.replace(/\n/g, '');
