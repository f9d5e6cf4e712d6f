import { OpenSections } from './openSections';

describe('sections of the card', () => {
  afterEach(() => localStorage.clear());

  it('open and close, and are remembered', () => {
    const sections = new OpenSections();
    expect(sections.isOpen('shape')).toBe(true);
    expect(sections.isOpen('look')).toBe(false);
    sections.set(['look']);
    expect(new OpenSections().open()).toEqual(['look']);
  });

  it('are as at first where what was stored is no list, and pass over sections that are gone', () => {
    localStorage.setItem('pencil-bend-card', '{broken');
    expect(new OpenSections().open()).toEqual(['reading', 'fairing', 'marks', 'shape', 'joints', 'points']);
    localStorage.setItem('pencil-bend-card', '["gone","reading"]');
    expect(new OpenSections().open()).toEqual(['reading']);
  });
});
