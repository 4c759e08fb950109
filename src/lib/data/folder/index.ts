/** Public interface of copies in a folder of the person's own. */
export { lookAtFolder, type Looking } from './copies';
export { HandleFolder, folderFault, type AskingHandle } from './handle-folder';
export { FolderError, type Folder } from './port';
export {
	chosenFolder,
	EMPTY_STATE,
	folderState,
	forgetFolder,
	noteState,
	type Chosen,
	type FolderState,
	type Note
} from './state';
