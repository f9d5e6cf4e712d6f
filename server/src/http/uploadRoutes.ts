import { Router } from 'express';
import { Failure } from '../projects/failure';
import { MOST_PARTS, type Uploads } from '../projects/uploads';
import { countFrom, isRecord } from './input';

interface Of {
  readonly project: string;
  readonly upload: string;
  readonly part: string;
}

/** Characters of an upload's name: the id of a step serves. */
const LONGEST_NAME = 40;

/** REST under /api/projects/:project/uploads. */
export function uploadRoutes(uploads: Uploads): Router {
  const routes = Router({ mergeParams: true });

  /** { text }: a part of the JSON of steps, for a request that names the upload in place of them. */
  routes.put<'/:upload/:part', Of>('/:upload/:part', (request, response) => {
    const { project, upload } = request.params;
    const text = isRecord(request.body) ? request.body['text'] : null;
    const part = countFrom('part', request.params.part) ?? 0;
    if (typeof text !== 'string') throw new Failure(400, "A part is { text }, a piece of the steps' JSON");
    if (part >= MOST_PARTS || upload.length > LONGEST_NAME) {
      throw new Failure(
        400,
        `An upload has at most ${MOST_PARTS} parts and a name of at most ${LONGEST_NAME} characters`,
      );
    }
    uploads.add(project, upload, part, text);
    response.status(204).end();
  });

  return routes;
}
