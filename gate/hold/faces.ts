import type { StoredPatterns } from '@douane/core/hold';
import { lookUpLanguage } from '@douane/core/language';
import type { BannerContent } from '@douane/core/release';
import { create } from '../native';
import { textsFile } from '../texts-file';
import type { BannerOptions, GateConfig } from '../types';
import { showButton } from './button';
import { fetchNow } from './fetch-now';

/** What the visitor sees: the choices button, and the banner, which is loaded when it has to show. */
export class Faces {
  readonly language: string;
  private banner: Promise<void> | undefined;
  private content: Promise<BannerContent> | undefined;
  /** What to delete again on a refusal, once the banner has been shown. */
  stored: StoredPatterns = { cookies: [], storage: [] };

  constructor(private readonly config: GateConfig) {
    const spoken = Object.keys(config.contents);
    const wanted = navigator.languages.map((tag) => lookUpLanguage(tag, spoken));
    this.language = wanted.find((tag) => tag !== undefined) ?? config.defaultLanguage;
  }

  /** `objecting`: it leads to an objection, and laws name it otherwise. */
  async showButton(objecting: boolean, onOpen: () => void): Promise<void> {
    // Where the texts cannot be had, a way back in another language is better than none.
    const texts = await this.loadContent().then(
      ({ texts: { button, buttonObject } }) => [button, buttonObject] as const,
      () => this.config.button,
    );
    showButton(texts[objecting ? 1 : 0], this.config.look, onOpen);
  }

  /** Rejects where the banner could not be loaded; everything then stays held. */
  async showBanner(options: Omit<BannerOptions, 'content' | 'look'>): Promise<void> {
    const { config } = this;
    const stored = this.load<StoredPatterns>(config.stored).then((patterns) => {
      this.stored = patterns;
    });
    const [content] = await Promise.all([this.loadContent(), this.loadBanner(), stored]);
    window.douaneBanner?.({ content, look: config.look, ...options });
  }

  private loadContent(): Promise<BannerContent> {
    this.content ??= this.load<BannerContent>(textsFile(this.language, this.config.contents[this.language]!));
    this.content.catch(() => {
      this.content = undefined; // tried again when it is wanted again
    });
    return this.content;
  }

  private async load<T>(file: string): Promise<T> {
    const response = await fetchNow(`${this.config.base}/${file}`);
    if (!response.ok) throw new Error(`Douane: ${file} answered ${response.status}`);
    return response.json();
  }

  private loadBanner(): Promise<void> {
    this.banner ??= new Promise((resolve, reject) => {
      const script = create('script');
      script.src = `${this.config.base}/${this.config.banner}`;
      script.onload = () => resolve();
      script.onerror = () => {
        this.banner = undefined;
        reject(new Error('Douane: the banner could not be loaded; everything stays held'));
      };
      document.documentElement.append(script);
    });
    return this.banner;
  }
}
