import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { EachChanged } from './eachChanged';

interface Mark {
  readonly name: string;
}

let looked: string[] = [];

@Component({
  imports: [EachChanged],
  template: '<b>before</b><i *pbEachChanged="let mark of marks()">{{ seen(mark) }}</i><b>after</b>',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Host {
  readonly marks = signal<readonly Mark[]>([]);
  protected seen({ name }: Mark): string {
    looked.push(name);
    return name;
  }
}

describe('each of a list', () => {
  it('is looked at only when it has become another object; more come and fewer go, in their order', () => {
    const fixture = TestBed.createComponent(Host);
    const shown = (...marks: readonly Mark[]) => {
      looked = [];
      fixture.componentInstance.marks.set(marks);
      TestBed.tick();
      return [fixture.nativeElement.textContent, [...new Set(looked)].join('')];
    };
    fixture.autoDetectChanges();
    const [a, b, c] = ['a', 'b', 'c'].map((name) => ({ name }));
    expect(shown(a, b, c)).toEqual(['beforeabcafter', 'abc']);
    const first: unknown = fixture.nativeElement.querySelector('i');
    expect(shown(a, { name: 'x' }, c)).toEqual(['beforeaxcafter', 'x']);
    expect(shown(a, { name: 'x' })).toEqual(['beforeaxafter', 'x']);
    expect(shown(a)).toEqual(['beforeaafter', '']);
    expect(fixture.nativeElement.querySelector('i')).toBe(first);
    expect(shown(b, a, c)).toEqual(['beforebacafter', 'bac']);
    expect(shown()).toEqual(['beforeafter', '']);
  });
});
