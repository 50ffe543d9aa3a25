/** Fragment of an address by which a page of the site opens the choice; a hosted policy leads there. */
export const CHOICE_FRAGMENT = 'douane-open';
