import { LARGEST_UPLOAD, Uploads } from './uploads';

describe('uploads', () => {
  it('are apart by project and name, and a part that comes again replaces the one before', () => {
    const uploads = new Uploads();
    uploads.add('k', 'a', 0, '["broken');
    uploads.add('k', 'a', 0, '[1,');
    uploads.add('k', 'b', 0, '[7]');
    uploads.add('p', 'a', 1, '9]');
    uploads.add('k', 'a', 1, '2]');
    expect(uploads.take('k', 'a', 2)).toEqual({ value: [1, 2], characters: 5 });
    expect(() => uploads.take('p', 'a', 2)).toThrow('Part 1 of 2 has not come');
  });

  it('are forgotten after ten minutes, and when more of them come than are held', () => {
    const uploads = new Uploads();
    uploads.add('k', 'old', 0, '[]', 0);
    uploads.add('k', 'new', 0, '[]', 11 * 60 * 1000);
    expect(() => uploads.take('k', 'old', 1)).toThrow('has not come');
    for (const name of ['a', 'b', 'c', 'd']) uploads.add('k', name, 0, '[]', 11 * 60 * 1000);
    expect(() => uploads.take('k', 'new', 1)).toThrow('has not come');
    expect(uploads.take('k', 'a', 1).value).toEqual([]);
  });

  it('hold no more than they may', () => {
    const uploads = new Uploads();
    const half = 'x'.repeat(LARGEST_UPLOAD.characters / 2);
    uploads.add('k', 'a', 0, half);
    uploads.add('k', 'a', 1, half);
    uploads.add('k', 'a', 1, half);
    expect(() => uploads.add('k', 'a', 2, 'x')).toThrow('These steps hold 151 MB or more; at most 150 MB');
    expect(() => uploads.take('k', 'a', 2)).toThrow('has not come');
  });
});
