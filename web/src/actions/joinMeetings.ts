import { arcLength, type Curve, lengthAt, type Level } from '@pencil-bend/core';
import { type CommandCall, type Id, type Project, steps } from '@pencil-bend/document';
import type { Editing, Remarks, ShownItems, StepLoader } from '../session';
import { isKnot, type Meeting, type MeetingPlace } from '../view/meeting';

type JoinMeetings = Extract<CommandCall, { command: 'joinMeetings' }>;
type Asked = JoinMeetings['args']['meetings'][number];

/** Meetings that can be joined in one step, and why the others cannot. */
export interface Joining {
  readonly call: JoinMeetings | null;
  readonly left: readonly string[];
}

/** Meetings of ends, as joints of a level: each is tried after those before it, so that one that cannot be stops none. */
export function joiningOf(
  project: Project,
  meetings: readonly Meeting[],
  curveOf: (id: Id) => Curve | null,
  level: Level,
): Joining {
  const left: string[] = [];
  let can: Asked[] = [];
  for (const meeting of meetings) {
    const asked = askedFor(meeting, curveOf);
    if (!asked) continue;
    const more = [...can, asked];
    const attempted = steps().attempt(project, { command: 'joinMeetings', args: { level, meetings: more } });
    if (attempted.ok) can = more;
    else left.push(attempted.failure);
  }
  return { call: can.length > 0 ? { command: 'joinMeetings', args: { level, meetings: can } } : null, left };
}

/** Null for a knot, and where a curve is not there. */
function askedFor(meeting: Meeting, curveOf: (id: Id) => Curve | null): Asked | null {
  if (isKnot(meeting)) return null;
  const [first, second] = [meeting.first, meeting.second].map((place) => placeFor(place, curveOf));
  return first && second ? { first, second } : null;
}

function placeFor(place: MeetingPlace, curveOf: (id: Id) => Curve | null): Asked['first'] | null {
  if ('end' in place) return { item: place.item, end: place.end };
  const curve = curveOf(place.item);
  if (!curve) return null;
  const measured = arcLength(curve);
  return { item: place.item, share: Math.min(1, Math.max(0, lengthAt(measured, place.u) / measured.total)) };
}

const leftInWords = ({ left }: Joining): string | null =>
  left.length === 0 ? null : `${left.length === 1 ? 'One was' : `${left.length} were`} left as they are: ${left[0]}`;

interface Bench {
  readonly editing: Editing;
  readonly loader: StepLoader;
  readonly remarks: Remarks;
  readonly shown: ShownItems;
}

/** Joins all of these meetings that can be joined, in one step, and says what was left. */
export function joinAll({ editing, loader, remarks, shown }: Bench, meetings: readonly Meeting[], level: Level): void {
  const curves = new Map(shown.kept().map(({ id, curve }) => [id, curve]));
  loader.whenReady(() => {
    const project = editing.project();
    if (!project) return;
    const joining = joiningOf(project, meetings, (id) => curves.get(id) ?? null, level);
    const left = leftInWords(joining);
    if (joining.call) editing.do(joining.call);
    if (left) remarks.say(left);
  });
}
