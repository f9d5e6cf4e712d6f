import { createRequire } from 'node:module';
import { time } from './time.mjs';
import { Vector4 } from 'three';
import { NURBSCurve } from 'three/addons/curves/NURBSCurve.js';
import { calcNURBSDerivatives } from 'three/addons/curves/NURBSUtils.js';
globalThis.window ??= globalThis;
const require = createRequire(import.meta.url);
const verb = require('verb-nurbs'); const nurbs = require('nurbs');
const core = await import('/tmp/x/core.mjs');
const wave=(n)=>Float64Array.from({length:3*n},(_,i)=>i%3===0?i*4:i%3===1?20*Math.sin(i/4):0);
const curve=core.throughPoints(wave(198)).value.curve;
const n=curve.points.length/4; console.log('control points',n);
const sorted=Float64Array.from({length:100000},(_,i)=>i/99999);
const rows=Array.from({length:n},(_,i)=>[...curve.points.subarray(4*i,4*i+4)]);
const vd=new verb.core.NurbsCurveData(3,[...curve.knots],rows);
const pts=rows.map(r=>r.slice(0,3));
const nb=nurbs({points:pts,degree:3,knots:[[...curve.knots]],boundary:'open'});
const three=new NURBSCurve(3,[...curve.knots],rows.map(r=>new Vector4(...r)));
const out=new Float64Array(1.2e6);
const tenth=sorted.filter((_,i)=>i%100===0);
const o3=[0,0,0];
const res={
 'gen':time(()=>core.evaluateAllByBasis(curve,sorted,out))/1e5,
 'cached':time(()=>core.evaluateAll(curve,sorted,out))/1e5,
 'nurbs':time(()=>{for(const u of sorted)nb.evaluate(o3,u)})/1e5,
 'verb':time(()=>{for(const u of tenth)verb.eval.Eval.rationalCurvePoint(vd,u)})/tenth.length,
 'three':time(()=>{for(const u of tenth)three.getPoint(u)})/tenth.length,
};
console.log(res);
const e1=nb.evaluator(1),e2=nb.evaluator(2),e3=nb.evaluator(3);
console.log({d:time(()=>core.derivativesAll(curve,sorted,3,out))/1e5,
 nurbs:time(()=>{for(const u of tenth){nb.evaluate(o3,u);e1(o3,u);e2(o3,u);e3(o3,u)}})/tenth.length,
 verb:time(()=>{for(const u of tenth)verb.eval.Eval.rationalCurveDerivatives(vd,u,3)})/tenth.length,
 three:time(()=>{for(const u of tenth)calcNURBSDerivatives(3,[...curve.knots],three.controlPoints,u,3)})/tenth.length});
const targets=Array.from({length:50},(_,i)=>[i*48+7,30*Math.cos(i),3]);
console.log({closest:time(()=>targets.forEach(t=>core.closestPoint(curve,t)))/50, verb:time(()=>targets.forEach(t=>verb.eval.Analyze.rationalCurveClosestPoint(vd,t)))/50});
const fresh=(c)=>({...c});
const a=core.throughPoints(wave(198)).value.curve, b=core.transform(a,core.translation([3,5,0]));
const vb=new verb.core.NurbsCurveData(3,[...b.knots],Array.from({length:n},(_,i)=>[...b.points.subarray(4*i,4*i+4)]));
console.log('crossings',core.crossings(a,b).length, verb.eval.Intersect.curves(vd,vb,1e-6).length,{ours:time(()=>core.crossings(fresh(a),fresh(b))),verb:time(()=>verb.eval.Intersect.curves(vd,vb,1e-6))});
console.log({elevate:time(()=>core.elevateDegree(curve)),verb:time(()=>verb.eval.Modify.curveElevateDegree(vd,4))});
const added=Array.from({length:50},(_,i)=>(i+.5)/50.3);
console.log({refine:time(()=>core.refineKnots(curve,added)),verb:time(()=>verb.eval.Modify.curveKnotRefine(vd,added))});
console.log({insert:time(()=>core.insertKnot(curve,.4321)),verb:time(()=>verb.eval.Modify.curveKnotInsert(vd,.4321,1))});
console.log({split:time(()=>core.split(curve,.4321)),verb:time(()=>verb.eval.Divide.curveSplit(vd,.4321))});
