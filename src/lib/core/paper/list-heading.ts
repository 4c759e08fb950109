/** Headings of lists of references, in the languages of many papers; common practice. */
const LIST_HEADING =
	/^(?:(?:\d+|[IVX]+)\.?\s*)?(?:references?(?: list| cited)?|bibliography|works cited|cited works|literature(?: cited)?|sources|literatur(?:verzeichnis)?|quellen(?:verzeichnis)?|bibliographie|références(?: bibliographiques)?|bibliografía|referencias(?: bibliográficas)?|bibliografia|riferimenti bibliografici|referências(?: bibliográficas)?|literatuur(?:lijst)?|referenser|litteratur(?:liste)?|lähteet|bibliografie|literatura)[:.]?$/iu;

/** Whether a heading says that a list of references follows. */
export const isListHeading = (text: string): boolean => LIST_HEADING.test(text.trim());
