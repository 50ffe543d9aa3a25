import type { LintRule } from '../types';
import { acceptAndRefuseAlike } from './accept-and-refuse-alike';
import { acceptSaysYes } from './accept-says-yes';
import { askedAgainTooSoon } from './asked-again-too-soon';
import { asksForWhatIsNotThere } from './asks-for-what-is-not-there';
import { asksLessThanLaw } from './asks-less-than-law';
import { bodySaysWhatFor } from './body-says-what-for';
import { buttonInSight } from './button-in-sight';
import { buttonToldApart } from './button-told-apart';
import { changeTold } from './change-told';
import { chooseByPurpose } from './choose-by-purpose';
import { closeControlRefuses } from './close-control-refuses';
import { contrastOfColours } from './contrast-of-colours';
import { contrastOfWords } from './contrast-of-words';
import { coversThePage } from './covers-the-page';
import { firstLayerFitsPhone } from './first-layer-fits-phone';
import { focusOrder } from './focus-order';
import { focusVisible } from './focus-visible';
import { hiddenCharacters } from './hidden-characters';
import { informationSeen } from './information-seen';
import { languageOfThePlace } from './language-of-the-place';
import { lifetimesTold } from './lifetimes-told';
import { linkByItsName } from './link-by-its-name';
import { logoNamed } from './logo-named';
import { newRecipientsAskedFor } from './new-recipients-asked-for';
import { noEmptyPhrase } from './no-empty-phrase';
import { noMotion } from './no-motion';
import { noNudging } from './no-nudging';
import { noShaming } from './no-shaming';
import { noSilentYes } from './no-silent-yes';
import { noThreat } from './no-threat';
import { noWall } from './no-wall';
import { nothingTicked } from './nothing-ticked';
import { onePurposeForUnlike } from './one-purpose-for-unlike';
import { ownCssIsSound } from './own-css-is-sound';
import { ownWordsTranslated } from './own-words-translated';
import { policyNamed } from './policy-named';
import { policySeen } from './policy-seen';
import { purposesTranslated } from './purposes-translated';
import { recipientsNamed } from './recipients-named';
import { refusalKeptAsLong } from './refusal-kept-as-long';
import { refuseAsPlain } from './refuse-as-plain';
import { refuseFirstLayer } from './refuse-first-layer';
import { refuseNotScrolledTo } from './refuse-not-scrolled-to';
import { refuseSaysNo } from './refuse-says-no';
import { saleAsNecessary } from './sale-as-necessary';
import { signalNamed } from './signal-named';
import { targetSize } from './target-size';
import { textsRead } from './texts-read';
import { thirdCountriesTold } from './third-countries-told';
import { typeSize } from './type-size';
import { wayBack } from './way-back';
import { wordsFit } from './words-fit';
import { yesKeptTooLong } from './yes-kept-too-long';

/** Every rule, one to a file. */
export const LINT_RULES: readonly LintRule[] = [
  refuseFirstLayer,
  refuseAsPlain,
  refuseNotScrolledTo,
  chooseByPurpose,
  nothingTicked,
  noWall,
  closeControlRefuses,
  informationSeen,
  wayBack,
  linkByItsName,
  buttonInSight,
  policyNamed,
  policySeen,
  yesKeptTooLong,
  askedAgainTooSoon,
  refusalKeptAsLong,
  asksLessThanLaw,
  asksForWhatIsNotThere,
  saleAsNecessary,
  onePurposeForUnlike,
  recipientsNamed,
  lifetimesTold,
  thirdCountriesTold,
  noNudging,
  noShaming,
  noThreat,
  noSilentYes,
  newRecipientsAskedFor,
  noEmptyPhrase,
  refuseSaysNo,
  acceptSaysYes,
  changeTold,
  bodySaysWhatFor,
  signalNamed,
  acceptAndRefuseAlike,
  hiddenCharacters,
  ownWordsTranslated,
  textsRead,
  languageOfThePlace,
  purposesTranslated,
  contrastOfWords,
  contrastOfColours,
  targetSize,
  focusVisible,
  focusOrder,
  noMotion,
  wordsFit,
  firstLayerFitsPhone,
  coversThePage,
  typeSize,
  buttonToldApart,
  logoNamed,
  ownCssIsSound,
];
