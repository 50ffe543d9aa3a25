export { type BannerContent, bannerContent, type ShownPurpose, type ShownService } from './banner-content';
export { type Compiled, compiledOf, compileRelease, type Release, readRelease, storedPatternsOf } from './release';
