import type { FieldScript } from '../types';
import { watchField } from './index';

export const watch: FieldScript['watch'] = watchField;
