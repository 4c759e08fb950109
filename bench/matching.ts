/** npm run bench -- references, npm run bench -- match: both where neither is named. `--show N` prints N of what is wrong. */
import { benchMatch } from './match';
import { benchReferences } from './references';

const args = process.argv.slice(2);
const after = (name: string): number | undefined => {
	const at = args.indexOf(name);
	return at < 0 ? undefined : Number(args[at + 1]);
};
const both = !args.includes('references') && !args.includes('match');
const options = { show: after('--show') ?? 0, ...(after('--seed') ? { seed: after('--seed') } : {}) };
if (both || args.includes('references')) await benchReferences(options);
if (both || args.includes('match')) await benchMatch(options);
