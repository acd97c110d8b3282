import { chromium } from '@playwright/test';
const [,, weld='SC-24', out='/tmp/a.png', w='1280', h='800', who='1', act=''] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const c = await b.newContext({ viewport: { width: +w, height: +h } });
const p = await c.newPage();
p.on('console', (m) => { if (m.type() === 'error') console.log('console', m.text()); });
p.on('pageerror', (e) => console.log('pageerror', e.message));
await p.goto('http://localhost:4321/'); { const people = await (await p.request.get('http://localhost:4321/api/people')).json(); await p.request.post('http://localhost:4321/api/session', { headers: { 'content-type': 'application/json', origin: 'http://localhost:4321' }, data: { person: people[+who].id } }); }
const ids = await (await p.request.get('http://localhost:4321/api/find?q=' + weld)).json().catch(() => null);
const href = (JSON.stringify(ids).match(/\/welds\/[0-9a-f-]{36}/) ?? [])[0];
await p.goto('http://localhost:4321' + href);
await p.waitForTimeout(2500);
for (const a of act.split(';').filter(Boolean)) { const i=a.indexOf('='); const k=a.slice(0,i), v=a.slice(i+1); if (k==='shot') { await p.waitForTimeout(1500); await p.screenshot({ path: v }); } if (k === 'press') await p.getByRole('button', { name: new RegExp(v!) }).first().click(); if (k==='tab') await p.getByRole('tab', { name: v! }).click(); if (k==='go') { await p.goto('http://localhost:4321'+href+v!); await p.waitForTimeout(2000);} if (k==='url') { await p.goto('http://localhost:4321'+v!); await p.waitForTimeout(2000);} if (k === 'wait') await p.waitForTimeout(+v!); if (k==='fill'){ const [n,t]=v!.split(':'); await p.getByLabel(n!,{exact:true}).first().fill(t!); await p.getByLabel(n!,{exact:true}).first().blur(); } if (k==='sel'){ const [n,t]=v!.split(':'); await p.getByLabel(n!,{exact:true}).first().selectOption(t!);} if (k==='full') await p.screenshot({path:v,fullPage:true}); if (k==='link') await p.getByRole('link',{name:v}).click(); if (k==='check') await p.getByLabel(v,{exact:true}).check(); }
await p.waitForTimeout(1500);
await p.screenshot({ path: out });
await b.close();
