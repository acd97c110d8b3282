/** npm run licences: writes docs/licences.md, the list of what Sentrel ships or runs on, from the packages as they are installed. */
import { writeFileSync } from 'node:fs';
import { licencesPage } from './lib/licences';

writeFileSync('docs/licences.md', licencesPage());
