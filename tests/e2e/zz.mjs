import { chromium } from 'playwright'
const url='http://localhost:5801'
const b=await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox']})
const page=await b.newPage({viewport:{width:1280,height:800}})
const packs=await (await fetch(url+'/api/packages')).json()
const g=(n)=>packs.flatMap(p=>p.graphics).find(g=>g.name===n).id
export const shot=(n)=>page.screenshot({path:`/tmp/shots/${n}.png`})
const fn=(await import(process.argv[2])).default
try{await fn({page,url,g,shot,fetch})}catch(e){console.log(String(e).slice(0,1500)); await shot('error')}
await b.close()
