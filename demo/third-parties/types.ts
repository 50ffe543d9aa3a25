import type { Request, Response } from 'express';

export interface Answering {
  req: Request;
  res: Response;
  /** `:4180` or whatever port the stand-in web has. */
  port: string;
  /** Cookie by name, as the browser sent it. */
  cookies: Record<string, string>;
}

/** An invented outside service. */
export interface ThirdParty {
  host: string;
  name: string;
  /** What it says of itself; the truth that classification is held against. */
  purpose: 'necessary' | 'functional' | 'measurement' | 'advertising' | 'embedded';
  what: string;
  /** Answers by path; a path it does not have is 404. */
  answers: Record<string, (a: Answering) => void>;
}
