/** Where a source was published or is kept. */
export const PLACES =
	/^(?:container-title|container-title-short|collection-title|publisher|publisher-place|archive\w*|event-title|authority)$/;
