/** The worker that has the whole library. */
import * as Comlink from 'comlink';
import { WholeLibrary } from './whole-library';

Comlink.expose(new WholeLibrary());
