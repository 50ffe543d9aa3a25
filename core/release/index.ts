export { type BannerContent, bannerContent } from './banner-content';
export { type Compiled, compiledOf, compileRelease, type Release, readRelease, storedPatternsOf } from './release';
