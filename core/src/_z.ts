import { profileOf } from './testing/profiles.ts';
import { readFileSync } from 'node:fs';
import { parseLook } from './look/document.ts';
import { bake } from './order/bake.ts';
import { lutOf } from './lut/lut.ts';
import { standardDisplay } from './render/display.ts';
import { roleIds } from './order/roles/index.ts';
import { findFaults } from './inspect/faults/index.ts';
import { lookFrom, startingPoints } from './look/startingPoints.ts';
const demoLooks = ['slack-water','sodium-quay','oilskin','lamplight-negative'].map(n=>parseLook(JSON.parse(readFileSync(`demo/looks/${n}.json`,'utf8')),n));
const looks = [...demoLooks, ...startingPoints.filter(s=>s.id!=='neutral').map(s=>lookFrom(s.id,s.label))];
const cams=['heron','wren','plover','curlew','plover-video'];
let n=0; const bad:Record<string,string[]>={};
for(const role of roleIds) for (const cam of cams) for (const look of looks) { const grids = process.argv[2]?[Number(process.argv[2])]:[17];
 if(process.argv[3]&&role!==process.argv[3]) continue; if(process.argv[3]&&role!==process.argv[3]) continue; if((role==='creative-display') && cam!=='heron') continue;
 if(['conversion','return','camera-to-camera','trim'].includes(role) && look!==looks[0]) continue;
 for(const grid of grids){ const lut=lutOf(bake({look,profile:profileOf(cam),to:profileOf('wren'),display:standardDisplay,role,grid,offset:['monitor','monitor-partner','trim'].includes(role)?1:0}));
 n++; for(const f of findFaults(lut)) (bad[f.id]??=[]).push(`${role} ${cam} ${look.name} ${grid} ${f.size.toFixed(3)} ${f.at?.map(v=>v.toFixed(2))}`); } }
console.log(n); for(const k in bad) console.log(k,bad[k].length,'\n  '+bad[k].slice(0,40).join('\n  '));
