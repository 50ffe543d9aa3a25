/** The day as of which laws are read and files are named, as an ISO date. */
export const today = () => new Date().toISOString().slice(0, 10);
