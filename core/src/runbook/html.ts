import { sha256 } from '@noble/hashes/sha2.js';
import { utf8ToBytes } from '@noble/hashes/utils.js';
import { base64 } from '@scure/base';
import { escaped as text, type Catalogue } from '../words/index.js';
import { htmlOf, Says, termsPage, wholePage } from './page/index.js';
import type { Runbook } from './runbook.js';
import { ticksScript } from './ticks.js';
import type { RunbookTitle } from './title.js';

/**
 * The runbook as one file that opens anywhere without a network: no link, styles and drawings inside. Boxes can be ticked on
 * paper or on screen, where they stay ticked.
 */
export function runbookHtml(catalogue: Catalogue, runbook: Runbook, title: RunbookTitle): string {
  const says = new Says(catalogue);
  const body = htmlOf(wholePage(catalogue, runbook, title));
  const script = ticksScript(`rhizotome runbook ${title.machine} ${title.madeAt}`);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta http-equiv="Content-Security-Policy" content="${policyFor(script)}"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>${text(says.say('page.title', { machine: title.machine }))}</title><style>${STYLE}</style></head><body>
<p class="brand">${text(says.say('page.brand', null))}</p><h1>${text(title.machine)}</h1>
${body}
${htmlOf(termsPage(catalogue, body))}
<script>${script}</script>
</body></html>
`;
}

/** Nothing but this script runs, and nothing is fetched, whatever stands in names and labels (CSP Level 3, §2.3.1). */
function policyFor(script: string): string {
  const digest = base64.encode(sha256(utf8ToBytes(script)));
  return `default-src 'none'; style-src 'unsafe-inline'; script-src 'sha256-${digest}'; base-uri 'none'; form-action 'none'`;
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
tr td:last-child{font-weight:700}tr.leave-alone td:last-child,tr.nothing td:last-child{font-weight:400}details{margin:.6rem 0;overflow-x:auto;break-inside:avoid}summary{font-weight:650}pre{margin:.3rem 0 .3rem 1.4rem;padding:.4rem .6rem;background:#efe8d9;white-space:pre;overflow-x:auto;font-size:.82rem;break-inside:avoid}.guard,article p.note{margin:.25rem 0 0 1.4rem}.find{border-left-color:#2a2520}.sheet{break-before:page;overflow-x:auto}.flows{break-before:auto}
.terms{font-size:.85rem}.terms dl{margin:0;columns:2;column-gap:2rem}.terms dt{font-weight:650;break-after:avoid}.terms dd{margin:0 0 .5rem;break-inside:avoid}figure{margin:.6rem 0}figcaption{font-size:.8rem;font-weight:600}.cover{break-inside:avoid}
svg.section{display:block;width:100%;height:auto;font:12px system-ui,sans-serif;fill:#2a2520}.then{float:right;width:230px;margin:.2rem 0 .6rem 1rem}.phase{overflow:auto}
@media screen and (max-width:45rem){pre span{display:block;padding-left:2ch;text-indent:-2ch;white-space:pre-wrap;overflow-wrap:anywhere}pre:has(span){white-space:normal}}
@page{margin:14mm 14mm 18mm;@bottom-right{content:counter(page) ' / ' counter(pages);font:9pt system-ui,sans-serif}}@media print{body{margin:0;max-width:none;padding:0;background:#fff;font-size:10.5pt}h2,h2+.note{break-after:avoid}pre{font-size:8.5pt;overflow:visible}}
`.replace(/\n/g, '');
