import { plainJsonProblem } from '@pencil-bend/document';
import express, { type RequestHandler } from 'express';
import { Failure } from '../projects/failure';
import { BODY_LIMIT } from './problems';

/** Refuses parsed JSON that could not be kept as it is. */
export function refuseMisleading(value: unknown): void {
  const problem = plainJsonProblem(value);
  if (problem) throw new Failure(400, 'The request holds what cannot be kept', [problem]);
}

/** Bodies are JSON that says it is, and nothing in it can be taken for something else than data. */
export const jsonBody: readonly RequestHandler[] = [
  (request, _response, next) => {
    // `is` answers null without a body, and false for another type, or none. A body may be there and be empty.
    if (request.is('json') === false && request.get('Content-Length') !== '0') {
      throw new Failure(415, 'The request has no JSON body: it must say Content-Type: application/json');
    }
    next();
  },
  express.json({ limit: BODY_LIMIT }),
  (request, _response, next) => {
    refuseMisleading(request.body);
    next();
  },
];
