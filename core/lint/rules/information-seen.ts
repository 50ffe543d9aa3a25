import { drawn, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const informationSeen: LintRule = {
  id: 'information-seen',
  title: 'What it is about is seen before it is asked',
  weight: 'breach',
  means: 'Consent is informed: heading and text stand with the question, not in another place.',
  section: 'face',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer, region }) => {
      const law = lawOf(region, 'inform');
      if (!law || (layer.titleSeen && layer.bodySeen)) return [];
      return [{ what: `The ${layer.titleSeen ? 'text' : 'heading'} is not seen on a ${of.device}`, ...law }];
    }),
};
