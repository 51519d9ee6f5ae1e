/** A file of its own so that what shows toasts is loaded apart from what raises them. */
export { Toaster } from 'svelte-sonner';
