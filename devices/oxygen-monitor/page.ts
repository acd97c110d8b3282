/** The stand-in's own page: what the simulated spool does, and what is wrong with the cell. */
export const page = (
  name: string,
): string => `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${name}, simulated</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:34rem;margin:2rem auto;padding:0 1rem;color:#222;background:#f2f2f2}
h1{font-size:1.2rem}output{display:block;font:600 3.5rem/1.1 ui-monospace,monospace;margin:.5rem 0}
button{font:inherit;padding:.6rem .9rem;margin:.2rem;border:1px solid #555;background:#fff;min-height:48px}button[aria-pressed=true]{background:#222;color:#fff}
fieldset{border:1px solid #999;margin:1rem 0}label{display:block}input{font:inherit;width:7rem}</style>
<h1>${name}: a simulated oxygen monitor and the spool it sits on</h1>
<output id="ppm">-</output><p id="status"></p>
<fieldset><legend>The spool</legend>
<button data-set='{"state":"open","fresh":true}'>Full of air, dam open</button><button data-set='{"state":"on"}'>Gas on, dams closed</button><button data-set='{"state":"open"}'>Open a dam</button><button data-set='{"state":"off"}'>Gas off</button>
<label>Volume, L <input id="volume" type="number" step="0.1"></label><label>Flow, L/min <input id="flow" type="number" step="0.5"></label><label>Leak, mL/min <input id="leak" type="number" step="0.01"></label><label>Speed <input id="speed" type="number" step="1"></label></fieldset>
<fieldset><legend>The cell</legend><button data-set='{"fault":"none"}'>In order</button><button data-set='{"fault":"freeze"}'>Frozen</button><button data-set='{"fault":"drop"}'>No signal</button><button data-set='{"fault":"drift"}'>Drifting</button></fieldset>
<script>
const set=(b)=>fetch('/set',{method:'POST',headers:{'content-type':'application/json'},body:JSON.stringify(b)}).then(show);
const scale={volume:1e-3,flow:1/60000,leak:1/6e7,speed:1};
for(const b of document.querySelectorAll('button'))b.onclick=()=>set(JSON.parse(b.dataset.set));
for(const k in scale)document.getElementById(k).onchange=(e)=>set({[k]:Number(e.target.value)*scale[k]});
async function show(){const s=await (await fetch('/state')).json();document.getElementById('ppm').textContent=s.last?s.last.ppm.toLocaleString('en')+' ppm':'-';document.getElementById('status').textContent=s.status;
for(const b of document.querySelectorAll('button')){const w=JSON.parse(b.dataset.set);b.setAttribute('aria-pressed',String(!w.fresh&&Object.keys(w).every(k=>s.settings[k]===w[k])))}
for(const k in scale){const i=document.getElementById(k);if(document.activeElement!==i)i.value=+(s.settings[k]/scale[k]).toFixed(3)}}
setInterval(show,1000);show();
</script></html>`;
