import { emptyProject } from '@pencil-bend/document';
import { bringIn, EXPORT_FORMATS, writeProjectFile } from '@pencil-bend/exchange';
import { kettle } from '../demo/kettle';
import { TestServer } from '../testServer.fixture';

let server: TestServer;
let id: string;

beforeAll(async () => {
  server = await TestServer.start();
  id = await server.create(JSON.parse(writeProjectFile(kettle())));
});
afterAll(() => server.end());

const asked = (query: string) => server.request.get(`/api/projects/${id}/export?${query}`);
/** The body as bytes, whatever it is called. */
const bytesOf = async (query: string): Promise<Uint8Array> => {
  const { body } = await asked(query)
    .expect(200)
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    });
  return Uint8Array.from(body as Buffer);
};

describe('a project', () => {
  it.each(Object.keys(EXPORT_FORMATS))('is handed over in the format %s', async (format) => {
    const { extension, mediaType } = EXPORT_FORMATS[format as keyof typeof EXPORT_FORMATS];
    const { headers } = await asked(`format=${format}`).expect(200);
    expect(headers['content-disposition']).toContain(`Gooseneck kettle${extension}`);
    expect(headers['content-type']).toContain(mediaType);
  });

  it('comes back from what was handed over', async () => {
    const back = bringIn(await bytesOf('format=step&units=in'));
    if (!back.ok) throw new Error(back.failure);
    expect(back.value.report.units).toEqual([{ name: 'in', toMm: 25.4, assumed: false }]);
    expect(back.value.items.map(({ name }) => name)).toContain('Lid');
    const lines = bringIn(await bytesOf('format=iges&form=polylines&tolerance=0.5'));
    if (!lines.ok) throw new Error(lines.failure);
    expect(lines.value.items.every((item) => item.kind !== 'curve' || item.nurbs.degree === 1)).toBe(true);
  });

  it.each([
    ['', 400, "'format' is one of step, iges, svg, pdf, machine, table, curves, not ''"],
    ['format=clay', 400, "not 'clay'"],
    ['format=step&units=ell', 400, "'units' is one of mm, cm, m, in, not 'ell'"],
    ['format=step&tolerance=0', 400, "'tolerance' is a number above 0, not '0'"],
    ['format=step&colour=red', 400, "'colour' is none of"],
    ['format=step&format=iges', 400, "'format' is given once"],
    ['format=step&layers=attic', 422, "There is no layer 'attic' in this project"],
    ['format=machine&tolerance=0.0001', 422, 'It cannot be handed over: a tolerance above'],
  ])('refuses %s in words', async (query, status, words) => {
    const { body } = await asked(query)
      .expect(status)
      .expect('Content-Type', /problem\+json/);
    expect(body.title).toContain(words);
  });

  it('without curves says so', async () => {
    const empty = await server.create(JSON.parse(JSON.stringify(emptyProject('Empty'))));
    const { body } = await server.request.get(`/api/projects/${empty}/export?format=step`).expect(422);
    expect(body.title).toContain('there is nothing to hand over');
    await server.request.get('/api/projects/lost/export?format=step').expect(404);
  });
});
