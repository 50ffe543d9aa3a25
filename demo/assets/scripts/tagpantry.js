// A tag manager: brings in what its container says, in the manner such scripts do.
(() => {
  var tags = ['http://oddgull.localhost__PORT__/og.js', 'http://adnoddle.localhost__PORT__/bid.js'];
  if (/book|offers/.test(location.pathname)) tags.push('http://brinefox.localhost__PORT__/rec.js');
  var first = document.getElementsByTagName('script')[0];
  tags.forEach((src) => {
    var s = document.createElement('script');
    s.async = true;
    s.src = src;
    first.parentNode.insertBefore(s, first);
  });
})();
