import { openBanner } from './index';

window.douaneBanner = (options) => openBanner(options);
