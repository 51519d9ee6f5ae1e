import { openBrowser } from '../tests/support/browser';
const [,, out, path, theme='bench', w='1280', h='800', js=''] = process.argv;
const b = await openBrowser({ width: Number(w), height: Number(h) } as never);
const base='http://127.0.0.1:5280';
await b.driver.get(base+path);
await b.driver.executeScript(`localStorage.setItem('theme','${theme}'); document.documentElement.dataset.theme='${theme}'`);
await b.driver.get(base+path);
await new Promise(r=>setTimeout(r,2500));
if(js) { await b.driver.executeScript(js); await new Promise(r=>setTimeout(r,1200)); }
await b.picture(out);
await b.close?.(); process.exit(0);
