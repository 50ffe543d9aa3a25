export { type BannerFace, faceOf } from './face';
export { type Piece, plainWords, richPieces } from './rich';
export { bannerCss, buttonCss, type Drawn, isButtonShown } from './style';
