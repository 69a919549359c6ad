/**
 * The script of a runbook that is given away: boxes that were ticked are ticked again when the file is opened once more in the same
 * browser. It asks for nothing outside of the file; where a browser keeps nothing, the boxes work all the same.
 */
export const ticksScript = (key: string): string =>
  `(function(){var k=${JSON.stringify(key).replaceAll('<', '\\u003c')},b=[].slice.call(document.querySelectorAll('input[data-step]'));` +
  `try{var t=JSON.parse(localStorage.getItem(k)||'null');if(t)b.forEach(function(i){i.checked=t.indexOf(i.dataset.step)>=0})}catch(e){}` +
  `document.addEventListener('change',function(){try{localStorage.setItem(k,JSON.stringify(b.filter(function(i){return i.checked}).map(function(i){return i.dataset.step})))}catch(e){}})})()`;
