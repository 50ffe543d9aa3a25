/** Why a browser refuses a cookie, by the code of the Chrome DevTools Protocol (`Network.SetCookieBlockedReason`). */
const REASONS: Record<string, string> = {
  SecureOnly: 'it is marked Secure but came over plain HTTP',
  SameSiteStrict: 'it is marked SameSite=Strict and came from another site',
  SameSiteLax: 'it is marked SameSite=Lax and came from another site',
  SameSiteUnspecifiedTreatedAsLax: 'it says nothing of SameSite, so it counts as Lax, and came from another site',
  SameSiteNoneInsecure: 'it is marked SameSite=None without Secure',
  UserPreferences: 'the browser’s settings forbid it',
  ThirdPartyPhaseout: 'the browser takes no cookies of third parties',
  ThirdPartyBlockedInFirstPartySet: 'the browser takes no cookies of third parties',
  SyntaxError: 'its line could not be read',
  SchemeNotSupported: 'the address is of a kind that has no cookies',
  OverwriteSecure: 'it would have overwritten a Secure cookie from plain HTTP',
  InvalidDomain: 'its Domain does not fit the host that sent it',
  InvalidPrefix: 'its name begins with __Host- or __Secure- and it does not keep to what that promises',
  NameValuePairExceedsMaxSize: 'name and value are longer than 4096 characters',
  DisallowedCharacter: 'it holds a character that is not allowed',
  NoCookieContent: 'it is empty',
};

export function refusalWords(codes: readonly string[]): string {
  return codes.map((code) => REASONS[code] ?? `the browser says ${code}`).join('; ') || 'the browser does not say why';
}
