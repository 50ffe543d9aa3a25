// Came lately: counts who looks at offers.
(() => {
  document.cookie = 'fpl_new=' + Date.now() + '; path=/; max-age=' + 90 * 24 * 3600 + '; SameSite=Lax';
  new Image().src = 'http://freshplover.localhost__PORT__/px.gif';
})();
