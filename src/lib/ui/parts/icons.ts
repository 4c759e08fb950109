/** The icons in use, each by its own path so that no other is shipped. */
export { default as MoonOutline } from 'flowbite-svelte-icons/MoonOutline.svelte';
export { default as SunOutline } from 'flowbite-svelte-icons/SunOutline.svelte';
export { default as CloseOutline } from 'flowbite-svelte-icons/CloseOutline.svelte';
export { default as AngleDownOutline } from 'flowbite-svelte-icons/AngleDownOutline.svelte';
export { default as DotsHorizontalOutline } from 'flowbite-svelte-icons/DotsHorizontalOutline.svelte';
export { default as TrashBinOutline } from 'flowbite-svelte-icons/TrashBinOutline.svelte';
export { default as ChevronDoubleLeftOutline } from 'flowbite-svelte-icons/ChevronDoubleLeftOutline.svelte';
export { default as ChevronDoubleRightOutline } from 'flowbite-svelte-icons/ChevronDoubleRightOutline.svelte';
export { default as SearchOutline } from 'flowbite-svelte-icons/SearchOutline.svelte';
export { default as CogOutline } from 'flowbite-svelte-icons/CogOutline.svelte';
