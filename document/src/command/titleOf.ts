import { EARLIER, type NamedItems, type NamedPoints, type StepTitle } from '../history/stepTitle';
import type { LinkKind } from '../links/sources';
import { linksOf } from '../links/table';
import { shortened } from '../name';
import { titles } from './titles';
import { lower } from './titleWords';

/** Names can be long, and a line is not. */
const LONGEST_TITLE = 300;

/** The title of a step as people read it: 'Move point 4 of Spout'. */
export function titleOf({ command, text = '', ...facts }: StepTitle): string {
  if (command === EARLIER || !Object.hasOwn(titles, command)) return text || 'A change';
  const { how = '', items, points, to = '', numbers = [], freed, unblended, uncornered, unjoined } = facts;
  const words = titles[command as keyof typeof titles]({
    how,
    items: itemsInWords(items),
    points: pointsInWords(points),
    to,
    numbers,
  });
  const told = [
    freedInWords('mirror', freed),
    freedInWords('blend', unblended),
    freedInWords('corner', uncornered),
    freedInWords('bound', unjoined),
  ];
  return shortened(words + told.join(''), LONGEST_TITLE);
}

/** 'Lid', 'Lid and Knob', 'Lid and 3 more'. */
function itemsInWords({ names, count }: NamedItems = { names: [], count: 0 }): string {
  const [first = 'nothing', second] = names;
  if (count <= 1) return first;
  return count === 2 && second !== undefined ? `${first} and ${second}` : `${first} and ${count - 1} more`;
}

function pointsInWords(points?: NamedPoints): string {
  if (!points) return '';
  switch (points.kind) {
    case 'fit':
      return `point ${points.number}`;
    case 'control':
      return `control point ${points.number}`;
    case 'given':
      return `the ${lower(points.name)}`;
    case 'several':
      return `${points.count} points`;
  }
}

const freedInWords = (kind: LinkKind, freed?: NamedItems): string =>
  freed ? `; ${itemsInWords(freed)} ${linksOf(kind).freed[freed.count === 1 ? 'one' : 'several']}` : '';
