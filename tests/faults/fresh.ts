/** What `scripts/start --fresh` does before anything else, as a process of its own: start.test.ts runs it with a yes, since a start would go on to bring the application up. */
import { beginAgain } from '../../scripts/lib/fresh';

process.exit((await beginAgain('start', process.argv.includes('--yes'), (text) => console.log(text))) ? 0 : 2);
