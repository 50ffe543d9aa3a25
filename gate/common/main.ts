import type { CommonConfig } from '../types';
import { answerPages } from './index';

declare const __DOUANE_COMMON__: CommonConfig;

answerPages(__DOUANE_COMMON__);
