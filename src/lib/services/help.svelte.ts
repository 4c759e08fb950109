/** Whether the list of keys is open; any view can open it. */
export const help = $state({ open: false });
