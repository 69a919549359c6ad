import puppeteer from 'puppeteer-core'; import fs from 'fs';
const browser=await puppeteer.launch({executablePath:'/usr/bin/chromium',headless:true,args:['--no-sandbox','--disable-gpu']});
for(let i=0;i<4;i++){const c=await browser.createBrowserContext();const page=await c.newPage();const cl=await page.createCDPSession();
await cl.send('Profiler.enable');await cl.send('Profiler.setSamplingInterval',{interval:200});await cl.send('Profiler.start');
await page.evaluateOnNewDocument(()=>{new MutationObserver(()=>{if(!window.__r&&document.querySelector('main li a'))window.__r=performance.now();}).observe(document,{childList:true,subtree:true});});
const s=performance.now();await page.goto('http://127.0.0.1:4811/');await page.waitForSelector('main li a',{visible:true});const t=performance.now()-s;
const {profile}=await cl.send('Profiler.stop');fs.writeFileSync('/tmp/w/x.cpuprofile',JSON.stringify(profile));
const r=await page.evaluate(()=>({ready:window.__r,nav:performance.getEntriesByType('navigation')[0].responseEnd,dcl:performance.getEntriesByType('navigation')[0].domContentLoadedEventEnd,load:performance.getEntriesByType('navigation')[0].loadEventEnd,res:performance.getEntriesByType('resource').map(e=>[e.name.split('/').pop(),Math.round(e.startTime),Math.round(e.responseEnd)].join(' '))}));
console.log(Math.round(t),JSON.stringify(r));await c.close();}
await browser.close();
