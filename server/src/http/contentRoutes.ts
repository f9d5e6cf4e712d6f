import { LARGEST_PICTURE, LARGEST_POINT_SET } from '@pencil-bend/document';
import { raw, Router } from 'express';
import type { KeptContents } from '../projects/contract';
import { Failure } from '../projects/failure';
import { POINT_SET_TYPE } from '../projects/pointSetType';

interface Of {
  readonly project: string;
}

/** How bytes of one kind are sent. */
interface Sending {
  readonly type: string;
  readonly limit: number;
  /** Why others are not taken. */
  readonly refusal: string;
}

export const PICTURE: Sending = {
  type: 'image/*',
  limit: LARGEST_PICTURE.bytes,
  refusal: 'A picture is sent as image/png or image/jpeg',
};

export const POINTS: Sending = {
  type: POINT_SET_TYPE,
  limit: LARGEST_POINT_SET.bytes,
  refusal: `Measured points are sent as ${POINT_SET_TYPE}: x y z of each as numbers of 64 bits, the low byte first`,
};

/** REST under /api/projects/:project/pictures and /api/projects/:project/pointSets. */
export function contentRoutes(kept: KeptContents, { type, limit, refusal }: Sending): Router {
  const routes = Router({ mergeParams: true });

  routes.post<'/', Of>('/', raw({ type, limit }), async (request, response) => {
    if (!Buffer.isBuffer(request.body)) throw new Failure(415, refusal);
    response.status(201).json(await kept.add(request.params.project, request.body));
  });

  routes.get<'/:content', Of & { content: string }>('/:content', async (request, response) => {
    const content = await kept.of(request.params.project, request.params.content);
    // Its name is made from what is in it.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type(content.type).send(content.bytes);
  });

  return routes;
}
