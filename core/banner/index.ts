export { type BannerFace, faceOf } from './face';
export { LOOKS, type Look } from './looks';
export { settledPalette } from './palette';
export { proposedFace } from './proposal';
export { type Piece, plainWords, richPieces } from './rich';
export { bannerCss, buttonCss, type Drawn, heldCss, isButtonShown } from './style';
