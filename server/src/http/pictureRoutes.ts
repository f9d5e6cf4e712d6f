import { LARGEST_PICTURE } from '@pencil-bend/document';
import { raw, Router } from 'express';
import { Failure } from '../projects/failure';
import type { KeptPictures } from '../projects/contract';

interface Of {
  readonly project: string;
}

/** REST under /api/projects/:project/pictures. */
export function pictureRoutes(pictures: KeptPictures): Router {
  const routes = Router({ mergeParams: true });

  /** The bytes of a PNG or JPEG file. */
  routes.post<'/', Of>('/', raw({ type: 'image/*', limit: LARGEST_PICTURE.bytes }), async (request, response) => {
    if (!Buffer.isBuffer(request.body)) throw new Failure(415, 'A picture is sent as image/png or image/jpeg');
    response.status(201).json(await pictures.add(request.params.project, request.body));
  });

  routes.get<'/:picture', Of & { picture: string }>('/:picture', async (request, response) => {
    const { type, bytes } = await pictures.of(request.params.project, request.params.picture);
    // Its name is made from what is in it.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type(type).send(bytes);
  });

  return routes;
}
