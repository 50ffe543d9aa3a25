/** Name of the file with the banner's contents in a language; by its hash, since all else of it can be told. */
export const textsFile = (language: string, hash: string): string => `texts-${language}.${hash}.json`;
