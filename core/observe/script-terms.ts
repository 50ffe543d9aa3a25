/**
 * What a kit is for shows in the words of its program: minifying leaves names of properties and texts as they are. By
 * activity, terms without separators in small letters, under their weight: from 1, said by many kits, to 5, by no other.
 */
export const SCRIPT_TERMS = {
  measurement: {
    4: 'trackpageview distinctid autocapture optouttracking referringdomain initialreferrer',
    3: 'pageview trackevent anonymousid firstvisit visitorid userproperties scrolldepth trackclick trackview logevent ecommerce linktracking eventproperties',
    2: 'utmsource utmcampaign sessionstart eventqueue opttracking sessiontimeout setuserid screenresolution analytics addtocart timespent previouspage trackinglink',
    1: 'utmmedium eventtype bounce',
  },
  monitoring: {
    5: 'captureexception realusermonitoring',
    4: 'breadcrumb largestcontentfulpaint cumulativelayoutshift timetofirstbyte webvitals interactiontonextpaint noticeerror',
    3: 'stacktrace onunhandledrejection firstinputdelay longtask firstcontentfulpaint traceparent spanid reporterror opentelemetry longanimationframe stackframes errortracking',
    2: 'unhandledrejection layoutshift exporter rumconfig',
    1: 'sourcemap errorhandler',
  },
  replay: {
    5: 'sessionreplay maskallinputs fullsnapshot incrementalsnapshot maskalltext',
    4: 'maskinput recordcanvas recordsession sessionrecording blockclass mouseinteraction',
    3: 'heatmap masktext domsnapshot',
    2: 'obscure',
    1: 'mousemove sanitiz',
  },
  flags: {
    5: 'featureflag flagkey isfeatureenabled stickybucket getallflags offvariation',
    4: 'getvariation variationkey featurekey experimentkey bucketing targetingrule datafile gateevaluat hashattribute trafficallocation evaluationreason flagvalue',
    3: 'variationid rollout rolloutpercent allocationkey murmur getflag abtest controlvariation',
    2: 'experimentid segmentkey',
    1: 'evaluat isenabled impression',
  },
  chat: {
    5: 'typingindicator typingstart starttyping chatwidget livechat startconversation chatwindow',
    4: 'notificationfeed markallasread unreadcount conversationid markasread chatbot quickrepl istyping groupchannel readreceipt sendtextmessage chatroom',
    3: 'sendmessage newmessage messagelist offlinemessage channelurl',
    2: 'messenger conversations messageid avatarurl',
    1: 'operator agent',
  },
  comments: {
    5: 'commentcount postcomment parentcomment newcomment commentbox',
    4: 'commentlist discussionterm issueterm commenter commentid addcomment loadcomments',
    3: 'comments gravatar discussion repliescount nestedcomment',
  },
  marketing: {
    5: 'inappmessage contentcard adunit bidder bidrequest webpush adserver',
    4: 'pushsubscription applicationserverkey vapid newsletter installreferrer pushnotification impressionurl smartbanner',
    3: 'notificationpermission attribution deeplink campaignid creativeid recommendation affiliate tourstep',
    2: 'conversion cpm partnerid checklist audience',
    1: 'optin nps',
  },
  video: {
    4: 'videoquality adaptivebitrate',
    3: 'playbackrate texttrack bufferlength closedcaption seekto videoelement pictureinpicture',
    2: 'mediasource fullscreenchange hls posterurl subtitles drm playlist autoplay manifesturl',
    1: 'currenttime',
  },
  maps: {
    5: 'vectortile lnglat',
    4: 'geojson tilelayer latlng geocod fitbounds flyto mercator streetview',
    3: 'rastersource polyline',
    2: 'zoomlevel',
  },
  payments: {
    5: 'cardelement paymentintent',
    4: 'cardnumber paymentmethod threeds applepay googlepay creditcard cardholder expirationmonth iban createcart',
    3: 'cvc billingaddress lineitems cartid paymentrequest variantid shippingaddress',
    2: 'checkout merchant expirydate couponcode addtocart',
  },
  'sign-in': {
    5: 'codeverifier codechallenge pkce loginwithredirect silentrenew',
    4: 'idtoken openidconnect resetpassword passkey signinwith authorizationcode endsession magiclink forgotpassword',
    3: 'refreshtoken logouturl passwordreset mfa signout webauthn verifyemail identityprovider jwks',
    2: 'signup otp userinfo',
    1: 'accesstoken nonce useridentity',
  },
  'anti-fraud': {
    5: 'captcha proofofwork botdetect canvasfingerprint devicefingerprint audiofingerprint',
    4: 'sitekey fontpreference headlesschrome',
    3: 'fingerprint webdriver puzzle incognito phantomjs',
    1: 'challenge',
  },
  forms: {
    5: 'surveyid npsscore questionid ratingscale surveyresponse bugreport',
    4: 'survey multiplechoice welcomecard',
    3: 'feedback screenshot openended hiddenfields',
    2: 'annotat formid',
  },
} as const satisfies Record<string, Partial<Record<1 | 2 | 3 | 4 | 5, string>>>;
export type Activity = keyof typeof SCRIPT_TERMS;

/**
 * What a request is for shows in the words of its path, of the names in its query and of what it posts, and in the labels
 * of its host: whole words in small letters, under their weight.
 */
export const REQUEST_TERMS: Record<Activity, Partial<Record<2 | 3 | 4 | 5, string>>> = {
  measurement: {
    5: 'pageview pageviews trackpageview',
    4: 'collect analytics anonymousid utm visitorid clickstream distinctid',
    3: 'track tracking tracker hit insights pixel events pv visit visits',
    2: 'event beacon stats metrics capture sessionid',
  },
  monitoring: {
    5: 'rum stacktrace envelope otlp apm breadcrumbs webvitals',
    4: 'errors exception exceptions crash traces spans vitals',
    3: 'error logs telemetry monitoring faults',
    2: 'log performance timing',
  },
  replay: { 5: 'replay replays recordings heatmap heatmaps', 4: 'recording recorder snapshot', 3: 'record' },
  flags: {
    5: 'flags featureflags feature-flags toggles decide variations datafile datafiles',
    4: 'flag features evaluations experiments variation bucketing rollouts',
    3: 'experiment evaluate eval allocation feature decision',
    2: 'config',
  },
  chat: {
    5: 'chat livechat messenger conversations chatbot webchat',
    4: 'conversation messages operators unread',
    3: 'message agents notifications feeds',
    2: 'bot',
  },
  comments: { 5: 'comments comment', 4: 'threads replies', 3: 'reactions' },
  forms: { 5: 'survey surveys feedback nps', 4: 'forms questionnaire feedbacks', 3: 'form widget', 2: 'responses' },
  marketing: {
    5: 'ads adserver bid bids openrtb campaigns webpush retargeting affiliate attribution conversion audience',
    4: 'campaign push subscribe subscriptions promo conversions referral recommendations',
    3: 'ad install deeplink segments personalize',
    2: 'email',
  },
  video: { 5: 'video videos playback vod m3u8 mpd', 4: 'player stream embed', 3: 'media', 2: 'thumbnail' },
  maps: { 5: 'maps tiles geocode geocoding mapstyles', 4: 'map geocoder glyphs sprites', 3: 'places' },
  payments: {
    5: 'payment payments checkout paymentmethods',
    4: 'cart carts billing',
    3: 'pay merchant orders products',
    2: 'price',
  },
  'sign-in': {
    5: 'oauth oauth2 oidc openid-configuration authorize userinfo jwks login logout signin',
    4: 'auth identity passkey sso token tenants',
    3: 'session account user me',
  },
  'anti-fraud': { 5: 'captcha sitekey siteverify fingerprint botd', 4: 'challenge puzzle risk device', 3: 'verify' },
};
