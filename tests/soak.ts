/** `npm run soak`: the property tests run long, each with a hundred times its cases; `npm test` runs them short. */
import fc from 'fast-check';

if (process.env['SOAK']) fc.configureGlobal({ numRuns: Number(process.env['SOAK']), interruptAfterTimeLimit: 20 * 60_000 });
