/** Stands for the merger of classes that Flowbite's parts would bring: contradicting classes are settled by layers. */
export const twMerge = (...classes: (string | false | null | undefined)[]): string => classes.filter(Boolean).join(' ');
