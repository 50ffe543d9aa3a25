import type { Banner, Face } from '../setup/types';
import { bannerCss } from './style';

/** What the banner's script has to know of how it looks; written into it when the files are made. */
export interface BannerFace extends Pick<Banner, 'form' | 'noticeAfter'>, Pick<Face, 'scheme' | 'weights' | 'logo'> {
  css: string;
}

/** How a setup's banner looks. */
export const faceOf = ({ form, face, button, noticeAfter }: Banner): BannerFace => ({
  css: bannerCss({ form, face, button }),
  form,
  scheme: face.scheme,
  weights: face.weights,
  ...(face.logo && { logo: face.logo }),
  noticeAfter,
});
