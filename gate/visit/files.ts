import { lookUpLanguage } from '@douane/core/language';
import type { BannerContent } from '@douane/core/release';
import { textsFile } from '../texts-file';
import type { BannerScript, VisitConfig, VisitedGate } from '../types';

/** What a release has for visitors to see; each loaded when it is needed, and again where that failed. */
export class Files {
  readonly language: string;
  private texts: Promise<BannerContent> | undefined;

  constructor(
    private readonly config: VisitConfig,
    private readonly gate: VisitedGate,
  ) {
    const { languages, speaks } = config;
    const wanted = [
      ...(speaks === 'page' ? [document.documentElement.lang] : []),
      ...(speaks === 'default' ? [] : navigator.languages),
    ];
    this.language = wanted.map((tag) => lookUpLanguage(tag, languages)).find(Boolean) ?? languages[0]!;
  }

  content(): Promise<BannerContent> {
    const { config, language, gate } = this;
    const file = textsFile(language, config.contents);
    this.texts ??= gate.native.fetch(`${gate.config.base}/${file}`).then((response) => {
      if (!response.ok) throw new Error(`Douane: ${file} answered ${response.status}`);
      return response.json();
    });
    this.texts.catch(() => {
      this.texts = undefined;
    });
    return this.texts;
  }

  /** All that the banner needs; what was loaded already is not loaded again. */
  banner = (): Promise<[BannerContent, BannerScript]> =>
    Promise.all([this.content(), this.script<BannerScript>(this.config.banner)]);

  script = <T>(file: string): Promise<T> => this.gate.script(file);
}
