/** Name of the cookie in which the gate keeps a visitor's choice. */
export const CHOICE_COOKIE = 'douane_choice';
