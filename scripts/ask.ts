/** scripts/ask SUBJECT < question.json > answer.json. Exit 0 with an answer, 2 when the question cannot be asked, 1 when we failed. */
import { readFileSync } from 'node:fs';
import { ask, subjects } from '../core/work/ask';

const [subject = '', ...rest] = process.argv.slice(2);

if (subject === '--help' || subject === '-h') {
  const lines = Object.entries(subjects).map(
    ([name, s]) => `  ${name}: ${s.about}\n    echo '${JSON.stringify(s.example)}' | scripts/ask ${name}`,
  );
  console.log(
    ['scripts/ask SUBJECT < question.json > answer.json', 'SI units; schemas in public/schemas/ask-1.json. Subjects:', ...lines].join('\n'),
  );
  process.exit(0);
}

/** Exactly one JSON object on standard output. */
function say(value: unknown, code: number): never {
  process.stdout.write(JSON.stringify(value) + '\n');
  process.exit(code);
}
const refuse = (at: string, text: string) => say({ error: { at, text } }, 2);

if (rest.length > 0) refuse('subject', `One subject at a time: "${rest[0] ?? ''}" is one too many.`);
if (!Object.hasOwn(subjects, subject)) refuse('subject', `Name a subject: ${Object.keys(subjects).join(', ')}. --help shows one of each.`);

let question: unknown;
try {
  question = JSON.parse(readFileSync(0, 'utf8'));
} catch {
  refuse('question', 'Standard input holds no JSON. Give one object.');
}
try {
  const asked = ask(subject, question);
  if (asked.ok) say(asked.answer, 0);
  else say({ error: asked.error }, 2);
} catch (error) {
  console.error(error);
  say({ error: { at: 'question', text: 'The model stopped. This is a fault of ours.' } }, 1);
}
