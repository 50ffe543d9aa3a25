// Chat widget.
(() => {
  document.cookie = 'qc_open=0; path=/; max-age=' + 180 * 24 * 3600 + '; SameSite=Lax';
  var show = () => {
    var f = document.createElement('iframe');
    f.title = 'Chat';
    f.style.cssText = 'position:fixed;right:16px;bottom:16px;width:220px;height:80px;border:0;border-radius:8px';
    f.src = 'http://quillchat.localhost__PORT__/box';
    document.body.appendChild(f);
  };
  if (document.body) show();
  else addEventListener('DOMContentLoaded', show);
})();
