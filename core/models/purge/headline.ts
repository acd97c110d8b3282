/** What a plan says first: the worst that is wrong, its reason; or that nothing was found to be wrong. */
import { gasNames, settles } from '../../basics/gases';
import type { Fault } from '../../basics/spool';
import { partLabel, type Setup } from '../setup';
import type { Plan, Rule } from './planned';

export type Headline = {
  level: 'stop' | 'mind' | 'none';
  title: string;
  reason: string;
  /** part, dam, inlet or vent it is about */
  at: string | null;
};

/** The worst first: what makes a reading lie, what lets air stay, what burns, what lifts the root. */
const worst = [
  'bypass',
  'vent-height',
  'slope-down',
  'dead-leg',
  'drawn-in',
  'dam-never',
  'vent-wide',
  'inlet-wide',
  'vent-small',
  'vent-large',
  'vent-middle',
  'inlet-height',
  'jet',
  'dam-near',
  'untaped',
  'root-margin',
  'vent-inlet',
  'hose',
  'flow-most',
];

/** Rules in the order they weigh. */
export const weighed = (rules: readonly Rule[]): Rule[] => {
  const place = (r: Rule) => (r.level === 'stop' ? 0 : 100) + (worst.indexOf(r.id) + 1 || 50);
  return [...rules].sort((a, b) => place(a) - place(b));
};

/** A rule in a few words, as they stand at its spot. */
export function shortly(setup: Setup, { id, at }: Rule): string {
  const heavy = settles(setup.gas) === 'down';
  const part = setup.parts.some((p) => p.id === at) ? partLabel(setup, at) : '';
  const dam = `dam ${at.slice(1)}`;
  const said: Record<string, string> = {
    bypass: 'inlet and vent at one end',
    'vent-height': `vent is ${heavy ? 'low' : 'high'}`,
    'slope-down': `vent end lies ${heavy ? 'low' : 'high'}`,
    'dead-leg': `dead leg, ${part}`,
    'drawn-in': 'air drawn in here',
    'dam-never': `${dam} too near the joint`,
    'dam-near': `${dam} near the joint`,
    'vent-wide': 'vent as wide as the bore',
    'inlet-wide': 'inlet wider than the bore',
    'vent-small': 'vent too small',
    'vent-large': 'vent larger than it need be',
    'vent-middle': 'vent at half height',
    'inlet-height': `fed from the ${heavy ? 'top' : 'foot'}`,
    jet: 'the hose blows a jet',
    untaped: 'joint open',
    'root-margin': 'root near its limit',
    'vent-inlet': 'vents smaller than inlets',
    hose: 'hose lets air in',
    'flow-most': 'more flow than the rule',
  };
  return said[id] ?? 'see here';
}

const titles = (setup: Setup): Record<string, string> => {
  const heavy = settles(setup.gas) === 'down';
  return {
    bypass: 'Inlet and vent are at one end: the gas misses the joint.',
    'vent-height': heavy
      ? 'Vent is low: air stays on top, over the joint.'
      : `Vent is high: ${gasNames[setup.gas].toLowerCase()} leaves, air stays below.`,
    'slope-down': `The vent end lies ${heavy ? 'low' : 'high'}: air stays ${heavy ? 'above' : 'below'} it.`,
    'dead-leg': 'A dead leg: no gas flows to its end.',
    'drawn-in': 'Air is drawn in at a joint.',
    'dam-never': 'A dam stands too near the joint.',
    'vent-wide': 'That vent is an open end.',
    'inlet-wide': 'That inlet does not fit.',
    'vent-small': 'Vent too small: pressure lifts the root.',
  };
};

/**
 * @param plan null while there is none
 * @param calm what is said when nothing is wrong
 */
export function headlineOf(setup: Setup, faults: readonly Fault[], plan: Plan | null, calm: string): Headline {
  const [fault] = faults;
  if (fault)
    return { level: 'stop', title: 'This is no purge yet.', reason: fault.text, at: fault.port ? `${fault.at}:${fault.port}` : fault.at };
  if (!plan) return { level: 'none', title: 'Computing.', reason: '', at: null };
  const rules = weighed(plan.rules);
  const [first] = rules;
  if (first?.level === 'stop') {
    const more = rules.filter((r) => r.level === 'stop').length - 1;
    return {
      level: 'stop',
      title: titles(setup)[first.id] ?? first.text,
      reason: `${first.text}${more > 0 ? ` And ${more} more.` : ''}`,
      at: first.at,
    };
  }
  const caution = plan.figures.find((f) => f.id === 'joint')?.caution ?? '';
  if (plan.joint.value === null && caution) return { level: 'mind', title: 'No time is given here.', reason: caution, at: null };
  if (!first) return { level: 'none', title: 'Nothing is found wrong with this set-up.', reason: calm, at: null };
  const more = rules.length - 1;
  return {
    level: 'mind',
    title: `Mind: ${shortly(setup, first)}${more === 0 ? '' : more === 1 ? ', and one more' : `, and ${more} more`}.`,
    reason: [first.text, calm].filter(Boolean).join(' '),
    at: first.at,
  };
}
