// The parts of two untyped libraries that serve as witnesses.

declare module 'verb-nurbs' {
  interface Data {
    degree: number;
    knots: number[];
    controlPoints: number[][];
  }
  const core: { NurbsCurveData: new (degree: number, knots: number[], points: number[][]) => Data };
  const functions: {
    Eval: {
      rationalCurvePoint(curve: Data, u: number): number[];
      rationalCurveDerivatives(curve: Data, u: number, order: number): number[][];
    };
    Modify: {
      curveKnotInsert(curve: Data, u: number, times: number): Data;
      curveKnotRefine(curve: Data, knots: number[]): Data;
      curveElevateDegree(curve: Data, degree: number): Data;
    };
    Divide: { curveSplit(curve: Data, u: number): Data[] };
    Analyze: {
      rationalCurveClosestPoint(curve: Data, point: number[]): number[];
      rationalCurveArcLength(curve: Data, u?: number): number;
    };
    Intersect: { curves(a: Data, b: Data, tolerance: number): { u0: number; u1: number }[] };
  };
  export { core, functions as eval };
}

declare module 'nurbs' {
  interface Made {
    evaluate(out: number[], u: number): number[];
    evaluator(order: number): (out: number[], u: number) => number[];
  }
  export default function nurbs(options: {
    points: number[][];
    weights?: number[];
    degree: number;
    knots: number[][];
    boundary: string;
  }): Made;
}
