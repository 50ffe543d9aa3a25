/** As the browser has it, whatever the page or we put in its place later. */
export const fetchNow: typeof fetch = window.fetch.bind(window);
