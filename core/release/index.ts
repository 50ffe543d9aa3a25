export {
  type AskedAgain,
  type AskedFor,
  askedAgain,
  becauseWords,
  DEFAULT_ASKS_AGAIN,
  PRESSES,
  type Press,
} from './ask-again';
export { type BannerContent, bannerContent, type ShownPurpose, type ShownService } from './banner-content';
export {
  type Compiled,
  compiledOf,
  compileRelease,
  originKind,
  type Release,
  readRelease,
  storedPatternsOf,
} from './release';
export { type HeldUnasked, heldUnasked } from './unasked';
