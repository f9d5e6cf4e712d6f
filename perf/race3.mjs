import { race } from './race.mjs';
const core = await import('/tmp/x/core.mjs'); const old=await import('/tmp/x/core-old.mjs');
const wave=(n,ph=0,h=20)=>Float64Array.from({length:3*n},(_,i)=>i%3===0?i*4:i%3===1?h*Math.sin(i/4+ph):0);
const curve=core.throughPoints(wave(198)).value.curve; 
const added=Array.from({length:50},(_,i)=>(i+.5)/50.3);
console.log(race({ins:()=>core.insertKnot(curve,.4321),insOld:()=>old.insertKnot(curve,.4321),ref:()=>core.refineKnots(curve,added),refOld:()=>old.refineKnots(curve,added),split:()=>core.split(curve,.4321),splitOld:()=>old.split(curve,.4321)},3000));
