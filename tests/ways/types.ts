/**
 * One way in which a page contacts a third party. In its text `__AT__` stands for an address at the third party that is
 * this way's alone; a file ending says what is answered there (`.js`, `.css`, `.gif`, `.svg`, `.html`, `.woff2`, `.bin`).
 */
export interface Way {
  id: string;
  /** Markup of the page's body, as a vendor's snippet would stand in it. */
  html?: string;
  /** What a script of the page does once its body is there. */
  script?: string;
  /** Files of the site's own beside the page, by name; the page is at the same folder. */
  files?: Record<string, string>;
  /** Headers of the page's own answer. */
  headers?: Record<string, string>;
  /** What is held is no request: the name of a cookie or a key that the page must not have. */
  stored?: string;
}
