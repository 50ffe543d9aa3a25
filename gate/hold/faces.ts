import type { StoredPatterns } from '@douane/core/hold';
import { lookUpLanguage } from '@douane/core/language';
import type { BannerContent } from '@douane/core/release';
import { textsFile } from '../texts-file';
import type {
  BannerOptions,
  BannerScript,
  ButtonOptions,
  ButtonScript,
  GateConfig,
  HeldOptions,
  HeldScript,
} from '../types';
import { fetchNow } from './fetch-now';

/** What the visitor sees: the choices button and the banner, each loaded when it has to show. */
export class Faces {
  readonly language: string;
  private content: Promise<BannerContent> | undefined;
  private patterns: Promise<void> | undefined;
  private tries = 0;
  /** What to delete again on a refusal, once the banner has been shown. */
  stored: StoredPatterns = { cookies: [], storage: [] };

  constructor(private readonly config: GateConfig) {
    const { languages, speaks } = config;
    const wanted = [
      ...(speaks === 'page' ? [document.documentElement.lang] : []),
      ...(speaks === 'default' ? [] : navigator.languages),
    ];
    this.language = wanted.map((tag) => lookUpLanguage(tag, languages)).find(Boolean) ?? languages[0]!;
  }

  async showButton(options: Omit<ButtonOptions, 'face' | 'language'>): Promise<void> {
    const { language, config } = this;
    if (config.button) (await this.script<ButtonScript>(config.button)).show({ language, ...options });
  }

  /** Rejects where the banner could not be loaded; everything then stays held. */
  async showBanner(options: Omit<BannerOptions, 'content' | 'face'>): Promise<void> {
    const [content, banner] = await this.loadBanner();
    banner.open({ content, ...options });
  }

  /** Loads what the banner needs and shows nothing yet; what was loaded already is not loaded again. */
  loadBanner(): Promise<[BannerContent, BannerScript, unknown]> {
    const { banner, stored } = this.config;
    this.patterns ??= this.load<StoredPatterns>(stored).then(
      (patterns) => {
        this.stored = patterns;
      },
      (cause) => {
        this.patterns = undefined; // tried again when it is wanted again
        throw cause;
      },
    );
    return Promise.all([this.loadContent(), this.script<BannerScript>(banner), this.patterns]);
  }

  /** What stands in for frames that are held; where it cannot be loaded they are an empty space. */
  async showHeld(options: Omit<HeldOptions, 'face' | 'content'>): Promise<void> {
    const [content, held] = await Promise.all([this.loadContent(), this.script<HeldScript>(this.config.held)]);
    held.show({ content, ...options });
  }

  private loadContent(): Promise<BannerContent> {
    this.content ??= this.load<BannerContent>(textsFile(this.language, this.config.contents));
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

  /**
   * Imported, not inserted: that needs neither a nonce nor a trusted type of the page's policy. An address that failed
   * is remembered by the browser as failed, so it is asked for by another fragment.
   */
  private script<T>(file: string): Promise<T> {
    const address = `${this.config.base}/${file}`;
    return import(this.tries ? `${address}#${this.tries}` : address).catch((cause) => {
      this.tries++;
      throw cause;
    });
  }
}
