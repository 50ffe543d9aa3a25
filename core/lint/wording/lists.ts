/**
 * What a choice is worded by, language by language, in small letters. Each is one pattern of alternatives; `\b` is no
 * boundary for letters with marks, so stems stand at their beginning only.
 */
export interface WordLists {
  /** Says no, plainly. */
  refuses: RegExp;
  /** Says yes, plainly. */
  accepts: RegExp;
  /** Pulls towards yes. */
  nudges: RegExp;
  /** Makes whoever refuses look bad. */
  shames: RegExp;
  /** Threatens, or makes the site depend on a yes. */
  forces: RegExp;
  /** Takes staying, scrolling or going on as a yes. */
  presumes: RegExp;
  /** Says nothing. */
  empty: RegExp;
  /** Says that the choice can be changed later. */
  changeable: RegExp;
}

export const LISTS: Readonly<Record<string, WordLists>> = {
  en: {
    refuses:
      /refus|reject|declin|den(y|ied)|disagree|\bno\b|don.t (accept|allow|agree)|only (the )?(necessary|essential)|without|opt[ -]?out|object/,
    accepts: /accept|agree|allow|consent|\byes\b|opt[ -]?in/,
    nudges:
      /best (possible )?experience|we recommend|recommended|enjoy|improve your (experience|visit)|full experience|personali[sz]ed experience|for your (benefit|convenience)|help us (stay|keep|survive)/,
    shames:
      /i (don.t|do not) (care|want|like)|i prefer (worse|bad|irrelevant)|no thanks?, i|i hate|miss(ing)? out|boring|worse experience|i.d rather/,
    forces:
      /you must (accept|agree)|(only|not) (be )?(available|possible|accessible) (if|unless|without)|cannot (use|continue|enter)|will not (work|function)|required to (continue|enter)/,
    presumes:
      /(by|when) (continuing|using|browsing|scrolling|staying|closing|visiting|navigating)|if you (continue|stay|scroll|go on|keep (browsing|using))/,
    empty:
      /we (value|respect|care about|take) your privacy|your privacy (is|matters)( very)? (important )?to us|committed to (protecting )?your privacy/,
    changeable: /chang|withdraw|revoke|any ?time|later|revisit|reopen/,
  },
  de: {
    refuses:
      /ablehn|verweiger|\bnein\b|nur (das |die )?notwendig|widersprech|nicht (zustimm|erlaub|annehm|akzeptier)|ohne/,
    accepts: /annehm|akzeptier|zustimm|einverstanden|erlaub|\bja\b|einwillig/,
    nudges:
      /beste[ns]? (erlebnis|nutzung|erfahrung)|empfohlen|wir empfehlen|genieße|optimale[ns]? (erlebnis|nutzung)|zu ihrem vorteil|ihr (einkaufs)?erlebnis (zu )?verbesser/,
    shames: /ist mir egal|ich will (nicht|keine)|ich verzichte|schlechtere[ns]? (erlebnis|nutzung)|verpass|langweilig/,
    forces:
      /müssen sie (zustimmen|akzeptieren|annehmen)|nur (möglich|nutzbar|zugänglich)(,)? wenn|ohne (ihre )?zustimmung (nicht|können sie)|funktioniert nicht ohne/,
    presumes:
      /(durch|mit) (die |der )?(weitere |fortgesetzte )?(nutzung|weitersurf|scroll|verbleib|weiternutzung)|wenn sie (weiter|auf der seite bleiben|fortfahren)/,
    empty:
      /(ihre )?(privatsphäre|datenschutz) (ist|liegt) uns (sehr )?(wichtig|am herzen)|wir (schätzen|respektieren|achten) ihre privatsphäre/,
    changeable: /ändern|widerruf|jederzeit|später|anders überlegen|zurücknehm/,
  },
  fr: {
    refuses:
      /refus|rejet|\bnon\b|sans accepter|uniquement (le |les )?(nécessaire|essentiel)|interdire|s.opposer|ne pas accepter/,
    accepts: /accept|d.accord|autoris|consen|\boui\b/,
    nudges:
      /meilleure expérience|recommand|profitez|améliorer votre (expérience|visite)|expérience optimale|pour votre confort/,
    shames: /je m.en (fiche|moque)|je préfère (ne pas|une moins bonne)|tant pis|passer à côté|expérience dégradée/,
    forces:
      /vous devez (accepter|consentir)|accès (impossible|réservé|refusé)|ne (peut|pourrez) (pas )?(fonctionner|accéder|continuer)|indispensable pour continuer/,
    presumes:
      /en (poursuivant|continuant|naviguant|utilisant|faisant défiler|restant|fermant)|si vous (continuez|poursuivez|restez)/,
    empty:
      /(nous respectons|nous prenons soin de|respect de) votre vie privée|votre vie privée (nous )?(est|compte|importe)/,
    changeable: /chang|modifi|retir|à tout moment|plus tard|revenir/,
  },
  es: {
    refuses: /rechaz|\bno\b|deneg|solo (lo |las )?(necesari|esencial)|oponer|declin/,
    accepts: /acept|de acuerdo|permit|consent|(?<!\p{L})sí(?!\p{L})/u,
    nudges:
      /mejor experiencia|recomend|disfrut|mejorar (su|tu) (experiencia|visita)|experiencia (óptima|completa)|para (su|tu) comodidad/,
    shames: /no me (importa|interesa)|prefiero (no|peor)|te (lo )?perder|perderse|peor experiencia/,
    forces:
      /debe(s)? aceptar|tiene(s)? que aceptar|solo (es )?(posible|accesible) si|no (podrá|puede|funcionará)|imprescindible para continuar/,
    presumes:
      /al (continuar|seguir|navegar|usar|utilizar|desplazar|permanecer|cerrar)|si (continúa|sigue|continúas|sigues)/,
    empty: /(valoramos|respetamos|nos importa|nos preocupa) (su|tu) privacidad|(su|tu) privacidad (es|nos)/,
    changeable: /cambi|modific|retir|revoc|en cualquier momento|más tarde|más adelante/,
  },
  it: {
    refuses: /rifiut|\bno\b|neg(a|o)\b|solo (il |i |quelli )?(necessari|essenzial)|non accett|senza accettare/,
    accepts: /accett|accord|consent|permett|(?<!\p{L})sì(?!\p{L})/u,
    nudges:
      /miglior(e)? esperienza|consigliat|raccomand|approfitt|migliorare la (tua|sua|vostra) (esperienza|visita)|esperienza (ottimale|completa)/,
    shames: /non mi (importa|interessa)|preferisco (non|un.esperienza peggiore)|perder(ti|si|ò)|esperienza peggiore/,
    forces:
      /(devi|deve|è necessario) accettare|accessibile solo|non (potrai|potrà|funzionerà)|indispensabile per continuare/,
    presumes:
      /(continuando|proseguendo|navigando|scorrendo|restando|chiudendo|utilizzando)|se (continui|continua|prosegui|prosegue)/,
    empty: /(rispettiamo|teniamo alla|diamo valore alla) (tua|sua|vostra) privacy|la (tua|sua|vostra) privacy (è|ci)/,
    changeable: /cambi|modific|revoc|ritir|in qualsiasi momento|in ogni momento|più tardi/,
  },
  nl: {
    refuses: /weiger|afwijz|\bnee\b|alleen (het |de )?(noodzakelijk|nodig)|niet (accepter|toestaan|akkoord)|zonder/,
    accepts: /accepter|akkoord|toesta|instem|\bja\b/,
    nudges: /beste ervaring|aanbevolen|wij raden|geniet|(uw|je) ervaring (te )?verbeter|optimale ervaring/,
    shames: /kan me niet schelen|ik (wil|hoef) (geen|niet)|mis(sen|t)? |slechtere ervaring|liever (slechter|niet)/,
    forces:
      /(moet|dient) (u|je) (accepteren|akkoord)|alleen (mogelijk|toegankelijk) (als|met)|werkt niet zonder|niet verder/,
    presumes:
      /door (verder|gebruik|te (surfen|scrollen|blijven|sluiten)|deze site te)|als (u|je) (verder|doorgaat|blijft)/,
    empty: /(wij (waarderen|respecteren|hechten)).{0,20}privacy|(uw|jouw|je) privacy (is|vinden)/,
    changeable: /wijzig|verander|intrekken|altijd|elk moment|later|bedenken|terugkom/,
  },
  pt: {
    refuses: /recus|rejeit|\bnão\b|neg(a|o)\b|só (o |os )?(necessári|essencia)|apenas (o |os )?(necessári|essencia)/,
    accepts: /aceit|concord|permit|consent|\bsim\b/,
    nudges: /melhor experiência|recomend|aproveit|melhorar a sua (experiência|visita)|experiência (ideal|completa)/,
    shames: /não (me importo|quero saber)|prefiro (não|pior)|perder|pior experiência/,
    forces:
      /(deve|tem de|precisa) aceitar|só (é )?(possível|acessível) se|não (poderá|funcionará)|indispensável para continuar/,
    presumes: /ao (continuar|navegar|usar|utilizar|permanecer|fechar|rolar)|se (continuar|permanecer)/,
    empty: /(valorizamos|respeitamos) a sua privacidade|a sua privacidade (é|importa)/,
    changeable: /mudar|alter|retir|revog|a qualquer momento|mais tarde/,
  },
  pl: {
    refuses: /odrzu|odmaw|odmów|\bnie\b|tylko (to, co )?niezbędn|sprzeciw/,
    accepts: /zaakceptuj|akceptuj|zgadzam|zezw|zgod|\btak\b/,
    nudges: /najlepsz\S+ (doświadcz|wrażen)|polecan|zalecan|rekomend|ciesz się|popraw\S+ (twoj\S+ )?(doświadcz|wrażen)/,
    shames: /nie obchodzi mnie|wolę (nie|gorsz)|stracić|przegap|gorsz\S+ doświadcz/,
    forces:
      /musisz (zaakceptować|wyrazić)|tylko (po|za) (zgod|akcept)|nie (będzie działać|możesz (korzystać|kontynuować))/,
    presumes:
      /(kontynuując|korzystając|przeglądając|przewijając|pozostając|zamykając)|jeśli (kontynuujesz|pozostajesz)/,
    empty: /(cenimy|szanujemy|dbamy o) (twoją|twoja|państwa) prywatność|prywatność jest dla nas/,
    changeable: /zmien|zmian|wycof|cofn|w każdej chwili|w dowolnym|później/,
  },
  sv: {
    refuses: /neka|avböj|avvisa|\bnej\b|(bara|endast) (det |de )?nödvändig|inte (godkänn|tillåt)/,
    accepts: /godkänn|accepter|tillåt|samtyck|\bja\b/,
    nudges: /bästa (möjliga )?upplevelse|rekommend|njut|förbättra din (upplevelse|besök)/,
    shames: /bryr mig inte|jag vill inte ha|missa|sämre upplevelse|föredrar (sämre|att inte)/,
    forces: /måste (godkänna|acceptera)|(bara|endast) (möjligt|tillgänglig\w*) om|fungerar inte utan/,
    presumes: /genom att (fortsätta|använda|surfa|skrolla|stanna|stänga)|om du (fortsätter|stannar)/,
    empty: /vi (värnar|värdesätter|respekterar|bryr oss) .{0,10}integritet|din integritet är/,
    changeable: /ändra|återkalla|när som helst|senare/,
  },
  da: {
    refuses: /afvis|\bnej\b|(kun|alene) (det |de )?nødvendig|ikke (accepter|tillad)/,
    accepts: /accepter|tillad|samtyk|godkend|\bja\b/,
    nudges: /bedste (mulige )?oplevelse|anbefal|nyd|forbedre din (oplevelse|besøg)/,
    shames: /er ligeglad|jeg vil ikke have|gå glip|dårligere oplevelse|foretrækker (dårligere|ikke)/,
    forces: /skal (acceptere|godkende)|kun (muligt|tilgængelig\w*) hvis|virker ikke uden/,
    presumes: /ved at (fortsætte|bruge|surfe|rulle|blive|lukke)|hvis du (fortsætter|bliver)/,
    empty: /vi (værner|værdsætter|respekterer) .{0,10}privatliv|dit privatliv er/,
    changeable: /ændre|ombestem|tilbage|når som helst|altid|senere/,
  },
};
