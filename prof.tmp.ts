import { DemoBench } from './tests/browser/demo-bench';
const bench = await DemoBench.open(60);
const { driver } = bench.browser; const d = driver as any;
const cdp=(c:string,p={})=>d.sendAndGetDevToolsCommand(c,p);
await driver.get(bench.app.base+`/program?pack=${bench.packId('Skua cutter')}&channel=${bench.channelId('Pier Two')}`);
await new Promise(r=>setTimeout(r,4000));
const step=(press:number)=>driver.executeAsyncScript(`const [press,done]=arguments;const button = document.querySelectorAll('[data-setting="currentA"] .stepper button')[press % 2];const t0=performance.now();button.click();const t1=performance.now();Promise.resolve().then(()=>{});requestAnimationFrame(()=>{const t2=performance.now();setTimeout(()=>done([t1-t0,t2-t0,performance.now()-t0]))})`,press);
for(let i=0;i<10;i++){await step(i);await new Promise(r=>setTimeout(r,120));}
await cdp('Profiler.enable');await cdp('Profiler.setSamplingInterval',{interval:200});await cdp('Profiler.start');
const ts:any[]=[];for(let i=0;i<30;i++){ts.push(await step(i));await new Promise(r=>setTimeout(r,120));}
const {profile:p}=await cdp('Profiler.stop');
ts.sort((a,b)=>a[2]-b[2]);console.log(ts[15].map((x:number)=>x.toFixed(0)),ts[28].map((x:number)=>x.toFixed(0)));
const by:any={};p.nodes.forEach((n:any)=>by[n.id]=n);const par:any={};p.nodes.forEach((n:any)=>(n.children||[]).forEach((c:number)=>par[c]=n.id));
const self:any={},tot:any={};p.samples.forEach((s:number,i:number)=>{const k=(n:any)=>n.callFrame.functionName+':'+n.callFrame.url.split('/').pop()+':'+n.callFrame.lineNumber+':'+n.callFrame.columnNumber;self[k(by[s])]=(self[k(by[s])]||0)+p.timeDeltas[i];const seen=new Set();for(let x=s;x;x=par[x]){const kk=k(by[x]);if(!seen.has(kk)){seen.add(kk);tot[kk]=(tot[kk]||0)+p.timeDeltas[i]}}});
const top=(o:any,n:number)=>Object.entries(o).sort((a:any,b:any)=>b[1]-a[1]).slice(0,n).map(([k,v]:any)=>(v/30000).toFixed(2)+' '+k).join('\n');
console.log('SELF ms/press\n'+top(self,22));console.log('TOTAL\n'+top(tot,60));
await bench.close();
