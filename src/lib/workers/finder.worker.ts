/** The worker that has the whole library. */
import * as Comlink from 'comlink';
import type { FinderApi } from './finder-api';
import { areIds, areRecords, asked, isCount, isExcerptQuery, isFindOptions, isQuery } from './finder-requests';
import { WholeLibrary } from './whole-library';

const library = new WholeLibrary();

const api: FinderApi = {
	start: (tell) => library.start(tell),
	changed: (ids) => library.changed(asked(ids, areIds)),
	check: () => library.check(),
	settled: () => library.settled(),
	findIds: (query, options) => library.findIds(asked(query, isQuery), asked(options, isFindOptions)),
	like: (items) => library.like(asked(items, areRecords)),
	excerpts: (query) => library.excerpts(asked(query, isExcerptQuery)),
	words: () => library.words(),
	labels: () => library.labels(),
	someOfEachKind: (most) => library.someOfEachKind(asked(most, isCount))
};

Comlink.expose(api);
