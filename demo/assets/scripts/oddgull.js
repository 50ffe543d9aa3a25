// Audience measurement.
(() => {
  var match = document.cookie.match(/_ogv=([^;]+)/);
  var visitor = match ? match[1] : 'og.' + Date.now() + '.' + Math.random().toString(36).slice(2);
  document.cookie = '_ogv=' + visitor + '; path=/; max-age=' + 2 * 365 * 24 * 3600 + '; SameSite=Lax';
  document.cookie = '_ogs=1; path=/; max-age=1800; SameSite=Lax';
  localStorage.setItem('og.queue', JSON.stringify([location.pathname]));
  var say =
    'v=' +
    visitor +
    '&p=' +
    encodeURIComponent(location.href) +
    '&w=' +
    screen.width +
    '&t=' +
    encodeURIComponent(document.title);
  fetch('http://oddgull.localhost__PORT__/collect?' + say, { mode: 'no-cors', method: 'POST', keepalive: true });
  addEventListener('pagehide', () => {
    navigator.sendBeacon('http://oddgull.localhost__PORT__/leave?' + say);
  });
})();
