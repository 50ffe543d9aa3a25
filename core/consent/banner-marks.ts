/** Names by which the visitor's side can be found in a page: what the gate builds, and what a check clicks on. */
export const BANNER_ELEMENT = 'douane-banner';
export const BUTTON_ELEMENT = 'douane-choices';
export const HELD_ELEMENT = 'douane-held';
export const PANEL_ELEMENT = 'douane-panel';

/** What a button of the banner does, in its attribute `data-act`. */
export type BannerAct =
  | 'accept'
  | 'refuse'
  | 'choose'
  | 'save'
  | 'close'
  | 'close-refuse'
  | 'retry'
  | 'service'
  | 'back';
/** CSS selector of what does an act in the banner. */
export const actSelector = (act: BannerAct) => `${BANNER_ELEMENT} [data-act="${act}"]`;

/** Id of the box that stands for a purpose, within the banner. */
export const purposeBoxId = (purpose: string) => `p-${purpose}`;
