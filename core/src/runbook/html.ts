import { sha256 } from '@noble/hashes/sha2.js';
import { utf8ToBytes } from '@noble/hashes/utils.js';
import { base64 } from '@scure/base';
import { cryptTableText, mountFields } from '../mounting/index.js';
import type { RecognitionRow, Sheet } from '../moment/index.js';
import { Glossary, type Term } from '../glossary/index.js';
import { sectionSvg } from '../section/index.js';
import { listedCells, listedHeads } from './listed.js';
import {
  fileLine,
  escaped as text,
  message,
  sayIn,
  textIn,
  type Catalogue,
  type Code,
  type Message,
  type StepText,
} from '../words/index.js';
import type { Runbook, RunbookPhase, RunbookStep } from './runbook.js';
import { PAGE_SECTION, phaseSection } from './section.js';
import { ticksScript } from './ticks.js';
import { aboutSays, daySays, pointSays, type RunbookTitle } from './title.js';

/**
 * The runbook as one file that opens anywhere without a network: no link, styles and drawings inside. Boxes can be ticked on
 * paper or on screen, where they stay ticked.
 */
export function runbookHtml(catalogue: Catalogue, runbook: Runbook, title: RunbookTitle): string {
  return new Page(catalogue).whole(runbook, title);
}

/** Nothing but this script runs, and nothing is fetched, whatever stands in names and labels (CSP Level 3, §2.3.1). */
function policyFor(script: string): string {
  const digest = base64.encode(sha256(utf8ToBytes(script)));
  return `default-src 'none'; style-src 'unsafe-inline'; script-src 'sha256-${digest}'; base-uri 'none'; form-action 'none'`;
}

/** The parts of the page, in the words of one language. */
class Page {
  constructor(private readonly catalogue: Catalogue) {}

  whole(runbook: Runbook, title: RunbookTitle): string {
    const body = this.body(runbook, title);
    const script = ticksScript(`rhizotome runbook ${title.machine} ${title.madeAt}`);
    return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta http-equiv="Content-Security-Policy" content="${policyFor(script)}"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>${this.say('page.title', { machine: title.machine })}</title><style>${STYLE}</style></head><body>
${body}${this.terms(body)}
<script>${script}</script>
</body></html>
`;
  }

  private body(runbook: Runbook, title: RunbookTitle): string {
    const { refusal } = runbook;
    const about = text(this.said(aboutSays(runbook, title, (time) => this.said(time))));
    const day = daySays(runbook);
    const { point } = title;
    return `<header><p class="brand">${this.say('page.brand', null)}</p><h1>${text(title.machine)}</h1>
<p>${about}</p>${day ? `<p>${text(this.said(day))}</p>` : ''}${point ? `<p>${text(this.said(pointSays(point)))}</p>` : ''}</header>
${this.cover(runbook)}${this.warnings(title)}<p class="note">${this.say('page.continued', null)}</p>${refusal ? `<p class="warn">${text(this.said(refusal))}</p>` : ''}
${runbook.phases.map((p) => this.phase(p)).join('\n')}
<section class="sheet"><h2>${this.say('page.sheet', null)}</h2><p>${this.say('page.sheet-about', null)}</p>
${this.sheet(runbook.sheet)}</section>
${this.starting(runbook)}
${this.mounts(runbook)}
${this.wayBack(runbook)}
`;
  }

  /** What the trade terms in all of that mean. */
  private terms(body: string): string {
    const terms = new Glossary(this.catalogue).termsIn(body);
    if (terms.length === 0) return '';
    const entry = ({ names, means }: Term) => `<dt>${text(names[0]!)}</dt><dd>${text(means)}</dd>`;
    return `<section class="terms"><h2>${this.say('page.terms', null)}</h2><dl>${terms.map(entry).join('\n')}</dl></section>`;
  }

  /** A sentence of the catalogue, escaped. */
  private say<C extends Code>(code: C, params: Message<C>['with']): string {
    return text(String(sayIn(this.catalogue, { code, with: params })));
  }

  private said<C extends Code>(said: Message<C>) {
    return sayIn(this.catalogue, said);
  }

  /** The two disks, and what cannot be undone: all that is at stake, at a glance. */
  private cover({ planned, losses, phases }: Runbook): string {
    if (phases.length === 0) return '';
    const lost = losses.map((loss) => `<li>${text(this.said(loss))}</li>`).join('');
    return `<section class="cover">${sectionSvg(this.catalogue, planned, PAGE_SECTION)}${
      lost === ''
        ? `<p>${this.say('page.all-undone', null)}</p>`
        : `<p><strong>${this.say('page.lost', null)}</strong></p><ul>${lost}</ul>`
    }</section>
`;
  }

  private warnings({ blockers, hazards }: RunbookTitle): string {
    const list = (titles: readonly string[]) =>
      `<ul>${titles.map((t) => `<li>${text(t)}</li>`).join('')}</ul>`;
    const box = (kind: string, head: string, titles: readonly string[]) =>
      titles.length > 0 ? `<div class="${kind}"><strong>${head}</strong>${list(titles)}</div>` : '';
    return [
      box('warn', this.say('page.blocked', null), blockers),
      box('warn soft', this.say('page.at-risk', null), hazards),
    ].join('\n');
  }

  /** The disk is drawn again where it is not as it was when the place before was entered. */
  private phase(p: RunbookPhase): string {
    const restart = p.restart ? ` <small>${this.say('page.restart', null)}</small>` : '';
    return `<section class="phase"><h2>${text(this.said(p.title))}${restart}</h2><p class="note">${text(this.said(p.note))}</p>
${p.drawnAgain ? `<figure class="then">${sectionSvg(this.catalogue, p.disk, phaseSection(p.steps[0]!.number))}</figure>` : ''}${this.find(p)}${p.sheet ? this.listed(p.sheet) : ''}${p.steps.map((s) => this.step(s)).join('\n')}</section>`;
  }

  private listed({ listing, rows }: Sheet): string {
    const row = (r: RecognitionRow) =>
      `<tr class="${r.kind} ${r.instruction}">${listedCells(listing, r)
        .map((cell) => `<td>${text(textIn(this.catalogue, cell))}</td>`)
        .join('')}</tr>`;
    return `<details open><summary>${this.say('page.listed', null)}</summary><p class="note">${this.say('page.listed-about', { listing })}</p>
${this.table(this.said(listedHeads(listing)), rows.map(row))}</details>`;
  }

  private step(s: RunbookStep): string {
    const { title, warning } = this.said(s.says);
    const time = s.time ? ` <small>${text(this.said(s.time))}</small>` : '';
    const note = (head: string, said: string | null) =>
      said === null ? '' : `<p class="beware"><b>${head}</b> ${text(said)}</p>`;
    return `<article><label><input type="checkbox" data-step="${text(s.id)}"${s.done ? ' checked' : ''}> <span class="n">${s.number}</span> ${text(title)}${time}</label>
${this.doing(this.said(s.says), s)}
${note(this.say('page.watch-out', null), warning)}${note(this.say('page.exposed', null), s.exposure && this.said(s.exposure))}${note(this.say('page.noted', null), s.record && this.said(message('page.record', s.record)))}</article>`;
  }

  /** What to do, what to type, and what to see before going on. */
  private doing({ actions, lines, checks }: StepText, typed: Pick<RunbookStep, 'lines' | 'guard'>): string {
    const items = (list: readonly string[]) => list.map((item) => `<li>${text(item)}</li>`).join('');
    const pre = (printed: readonly string[]) =>
      printed.length > 0
        ? `<pre>${printed.map((line) => `<span>${text(line)}</span>`).join('\n')}</pre>`
        : '';
    return `<ul>${items(actions)}</ul>${pre(lines.flatMap(fileLine))}${
      typed.guard ? `<p class="guard">${text(this.said(typed.guard))}</p>` : ''
    }${pre(typed.lines)}<p class="check"><b>${this.say('page.continue', null)}</b></p><ul class="check">${items(checks)}</ul>`;
  }

  /** The disk is found before anything else. */
  private find({ find }: RunbookPhase): string {
    if (!find) return '';
    const said = this.said(find.says);
    return `<article class="find"><b>${text(said.title)}</b>
${this.doing(said, { lines: find.lines, guard: null })}
<p class="beware"><b>${this.say('page.watch-out', null)}</b> ${text(said.warning ?? '')}</p></article>`;
  }

  private table(heads: readonly string[], rows: readonly string[]): string {
    return `<table><thead><tr>${heads.map((h) => `<th>${text(h)}</th>`).join('')}</tr></thead><tbody>
${rows.join('\n')}</tbody></table>`;
  }

  private sheet(rows: readonly RecognitionRow[]): string {
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
      ]
        .map((cell) => `<td>${text(textIn(this.catalogue, cell))}</td>`)
        .join('');
    return this.table(
      this.said(message('page.sheet-heads')),
      rows.map((row) => `<tr class="${row.kind} ${row.instruction}">${cells(row)}</tr>`),
    );
  }

  private starting({ starts }: Runbook): string {
    if (starts.length === 0) return '';
    const row = ({ system, reached, onUpdate, restore }: Runbook['starts'][number]) =>
      `<tr>${[system.name, this.said(reached), this.said(onUpdate), this.said(restore)].map((cell) => `<td>${text(cell)}</td>`).join('')}</tr>`;
    return `<section class="sheet"><h2>${this.say('page.boot', null)}</h2>${this.table(this.said(message('page.boot-heads')), starts.map(row))}</section>`;
  }

  private mounts({ mounts }: Runbook): string {
    if (mounts.length === 0) return '';
    const one = ({ system, byInstaller, table, present }: Runbook['mounts'][number]) => {
      const rows = table.lines.map((l) => {
        const cells = [...mountFields(l), this.said(l.why)];
        return `<tr>${cells.map((cell) => `<td>${text(cell)}</td>`).join('')}</tr>`;
      });
      const crypt =
        table.crypt.length > 0 ? `<p>/etc/crypttab:</p><pre>${text(cryptTableText(table))}</pre>` : '';
      const faults = present?.length
        ? `<p>${this.say('page.mounts-present', null)}</p><ul>${present.map((f) => `<li>${text(this.said(f.says))}</li>`).join('')}</ul>`
        : '';
      return `<h3>${text(system.name)}</h3><p class="note">${this.say('page.mounts-about', { byInstaller })}</p>${this.table(this.said(message('page.mounts-heads')), rows)}${crypt}${faults}`;
    };
    return `<section class="sheet flows"><h2>${this.say('page.mounts', null)}</h2>${mounts.map(one).join('')}</section>`;
  }

  private wayBack({ back, losses }: Runbook): string {
    if (back.length === 0) return '';
    const item = ({ title, where, undoes, exposure }: Runbook['back'][number]) =>
      `<li>${text(this.said(title))} <span>(${this.say('page.undoes', { where: this.said(where), step: undoes })})</span>${exposure ? `<br><em>${text(this.said(exposure))}</em>` : ''}</li>`;
    const lost =
      losses.length > 0
        ? `<ul>${losses.map((l) => `<li>${text(this.said(l))}</li>`).join('')}</ul>`
        : `<p>${this.say('page.all-undone', null)}</p>`;
    return `<section class="sheet"><h2>${this.say('page.way-back', null)}</h2><p>${this.say('page.way-back-about', null)}</p>
${lost}
<ol>${back.map(item).join('')}</ol></section>`;
  }
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
tr td:last-child{font-weight:700}tr.leave-alone td:last-child,tr.nothing td:last-child{font-weight:400}details{margin:.6rem 0;overflow-x:auto;break-inside:avoid}summary{font-weight:650}pre{margin:.3rem 0 .3rem 1.4rem;padding:.4rem .6rem;background:#efe8d9;white-space:pre;overflow-x:auto;font-size:.82rem;break-inside:avoid}.guard{margin:.25rem 0 0 1.4rem;font-weight:650}.find{border-left-color:#2a2520}.sheet{break-before:page;overflow-x:auto}.flows{break-before:auto}
.terms{font-size:.85rem}.terms dl{margin:0;columns:2;column-gap:2rem}.terms dt{font-weight:650;break-after:avoid}.terms dd{margin:0 0 .5rem;break-inside:avoid}figure{margin:.6rem 0}figcaption{font-size:.8rem;font-weight:600}.cover{break-inside:avoid}
svg.section{display:block;width:100%;height:auto;font:12px system-ui,sans-serif;fill:#2a2520}.then{float:right;width:230px;margin:.2rem 0 .6rem 1rem}.phase{overflow:auto}
@media screen and (max-width:45rem){pre span{display:block;padding-left:2ch;text-indent:-2ch;white-space:pre-wrap;overflow-wrap:anywhere}pre:has(span){white-space:normal}}
@page{margin:14mm 14mm 18mm;@bottom-right{content:counter(page) ' / ' counter(pages);font:9pt system-ui,sans-serif}}@media print{body{margin:0;max-width:none;padding:0;background:#fff;font-size:10.5pt}h2{break-after:avoid}pre{font-size:8.5pt;overflow:visible}}
`.replace(/\n/g, '');
