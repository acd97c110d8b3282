/**
 * The core asked from outside, without pages, database or build: one JSON object in, one out. Each subject has a question and an answer
 * of its own, published as JSON Schema, and an example.
 */
import { z } from 'zod';
import { answerDwell, dwellAnswer, dwellExample, dwellQuestion } from './dwell';
import { answerHeat, heatAnswer, heatExample, heatQuestion } from './heat';
import { answerPurge, purgeAnswer, purgeExample, purgeQuestion } from './purge';
import { answerRemaining, remainingAnswer, remainingExample, remainingQuestion } from './remaining';
import { answerCover, answerShield, coverAnswer, coverExample, coverQuestion, shieldAnswer, shieldExample, shieldQuestion } from './shield';
import { answerTint, tintAnswer, tintExample, tintQuestion } from './tint';
import { Unanswerable } from './unanswerable';

type Subject = { about: string; question: z.ZodType; answer: z.ZodType; example: unknown; ask: (q: never) => unknown };

export const subjects: Record<string, Subject> = {
  purge: {
    about: 'how long a purge takes at joint and vent, what is last, what it breaks, what helps',
    question: purgeQuestion,
    answer: purgeAnswer,
    example: purgeExample,
    ask: answerPurge,
  },
  heat: {
    about: 'one pass on plate or tube: current, bead, what stays hot and for how long, its own heat round a tube',
    question: heatQuestion,
    answer: heatAnswer,
    example: heatExample,
    ask: answerHeat,
  },
  cover: {
    about: 'what the gas of a cup covers, its flow window, how far it may stand off',
    question: coverQuestion,
    answer: coverAnswer,
    example: coverExample,
    ask: answerCover,
  },
  shield: {
    about: 'the hottest metal outside cup and trailing shield, and what shield it would take',
    question: shieldQuestion,
    answer: shieldAnswer,
    example: shieldExample,
    ask: answerShield,
  },
  dwell: {
    about: 'how long a pickling product or a passivating bath stays on, what speaks against it on a metal, the tests allowed',
    question: dwellQuestion,
    answer: dwellAnswer,
    example: dwellExample,
    ask: answerDwell,
  },
  remaining: {
    about: 'how long a purge that runs still takes at vent and joint, by what was read of it, whether it gets there, and what stays',
    question: remainingQuestion,
    answer: remainingAnswer,
    example: remainingExample,
    ask: answerRemaining,
  },
  tint: {
    about: 'what tint to expect inside or outside before the arc, as a range of words, and what a graded coupon teaches of it',
    question: tintQuestion,
    answer: tintAnswer,
    example: tintExample,
    ask: answerTint,
  },
};

export { setupAsked } from './purge';
export type { HeatAnswer } from './heat';
export type { PurgeAnswer } from './purge';
export type { RemainingAnswer } from './remaining';
export type { TintAnswer } from './tint';
export type { CoverAnswer, ShieldAnswer } from './shield';

export type Asked = { ok: true; answer: unknown } | { ok: false; error: { at: string; text: string } };

const wrong = (at: string, text: string): Asked => ({ ok: false, error: { at, text } });

/** What a schema found first, at its field, with what to do. */
function firstOf({ issues }: z.ZodError): Asked {
  const [issue] = issues;
  if (issue?.code === 'unrecognized_keys')
    return wrong([...issue.path, issue.keys[0]].join('.'), 'There is no such field. Leave it out, or see --help.');
  return wrong(issue?.path.join('.') || 'question', issue?.message ?? 'This is no question.');
}

/** @param question as it was read from JSON */
export function ask(subject: string, question: unknown): Asked {
  const known = Object.hasOwn(subjects, subject) ? subjects[subject] : undefined;
  if (!known) return wrong('subject', `There is no subject "${subject}". There is: ${Object.keys(subjects).join(', ')}.`);
  const read = known.question.safeParse(question);
  if (!read.success) return firstOf(read.error);
  try {
    return { ok: true, answer: known.answer.parse(known.ask(read.data as never)) };
  } catch (e) {
    if (e instanceof Unanswerable) return wrong(e.at, e.message);
    throw e;
  }
}

/** JSON Schemas of question and answer, by subject. */
export const askJsonSchemas = () =>
  Object.fromEntries(
    Object.entries(subjects).map(([name, { question, answer }]) => [
      name,
      {
        question: z.toJSONSchema(question, { target: 'draft-2020-12', io: 'input' }),
        answer: z.toJSONSchema(answer, { target: 'draft-2020-12', io: 'output' }),
      },
    ]),
  );
