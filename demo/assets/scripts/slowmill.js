// A survey that arrives late.
(() => {
  document.cookie = 'sm_w=1; path=/; max-age=86400; SameSite=Lax';
  new Image().src = 'http://slowmill.localhost__PORT__/t.gif';
})();
