declare module 'citeproc' {
	namespace CSL {
		class Engine {
			constructor(sys: unknown, style: never, lang?: string, force?: boolean);
			opt: { development_extensions: Record<string, unknown> };
			updateItems(ids: string[]): void;
			updateUncitedItems(ids: string[]): void;
			rebuildProcessorState(citations: unknown[], mode: string, uncited: string[]): [string, number, string][];
			processCitationCluster(citation: unknown, pre: [string, number][], post: [string, number][]): unknown;
			makeBibliography(): [{ entry_ids: string[][] }, string[]] | false;
		}
	}
	const CSL: { Engine: typeof CSL.Engine };
	export default CSL;
}
