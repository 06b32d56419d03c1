// Keys of a person and keys of a scanner. A scanner types a burst and ends it with Enter; that opens the logger, from every page, and
// no key of the burst counts for itself. Single keys are passed on once it is clear that they are no burst.
(() => {
  const BURST = 50; // ms from key to key, at most; the fastest typists need more
  const SHORTEST = 4;
  const SECOND_DIGIT = 700;
  const typed = new WeakSet();
  let burst = [], last = -Infinity, quiet = 0, held = false, kept = null;

  const field = (e) => e.target.closest?.('input:not([type=radio]):not([type=checkbox]), textarea, select');
  // fields that a serial belongs into keep it
  const wantsScan = (input) => input?.matches('#find, [name="serial"], [name="list"], [data-scan]');

  function passOn() {
    const keys = burst;
    burst = [];
    held = false;
    clearTimeout(quiet);
    if (keys.length >= SHORTEST) return;
    keys.forEach(({ key, target }) => {
      const e = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
      typed.add(e);
      (target.isConnected ? target : document.body).dispatchEvent(e);
    });
  }

  function scanned(text) {
    const code = text.trim().replace(/^.*\/dock\//, '');
    const told = new CustomEvent('pelerin:scan', { detail: code, cancelable: true });
    if (document.dispatchEvent(told)) location.href = `/search?scan=true&q=${encodeURIComponent(code)}`;
  }

  addEventListener('keydown', (e) => {
    if (typed.has(e) || e.ctrlKey || e.metaKey || e.altKey || e.isComposing) return;
    const input = field(e), fast = e.timeStamp - last <= BURST;
    if (e.key === 'Enter') {
      const text = burst.map((k) => k.key).join('');
      if (fast && burst.length >= SHORTEST && !wantsScan(input)) {
        clearTimeout(quiet);
        e.preventDefault();
        e.stopImmediatePropagation();
        if (kept && 'value' in kept.input) kept.input.value = kept.value;
        burst = [];
        held = false;
        scanned(text);
      } else {
        if (held) passOn();
        burst = [];
      }
      return;
    }
    if (e.key.length !== 1) return;
    // too slow for a burst, too fast for the wait: what is held is a person's
    if (!fast) { if (held) passOn(); burst = []; kept = input ? { input, value: input.value } : null; }
    if (!input && !burst.length && (e.key === '/' || e.key === '?')) return;
    burst.push({ key: e.key, target: e.target });
    last = e.timeStamp;
    clearTimeout(quiet);
    if (input) { held = false; return; }
    // a page's own buttons are pressed with the blank
    if (e.key === ' ' && burst.length === 1) { burst = []; return; }
    e.preventDefault();
    e.stopImmediatePropagation();
    held = true;
    quiet = setTimeout(passOn, BURST + 10);
  }, true);

  // Ports: one digit, or two where there are that many.
  let digits = '', port = 0;
  function open() {
    const number = digits;
    digits = '';
    document.querySelector(`#tray [data-port="${number}"]`)?.click();
  }
  document.addEventListener('keydown', (e) => {
    if (field(e) || e.ctrlKey || e.metaKey || e.altKey || document.querySelector('dialog[open]')) return;
    if (e.key === 'Enter' && digits) { e.preventDefault(); clearTimeout(port); open(); return; }
    if (!/^[0-9]$/.test(e.key) || (e.key === '0' && !digits) || e.defaultPrevented) return;
    clearTimeout(port);
    digits += e.key;
    const longer = [...document.querySelectorAll('#tray [data-port]')].some((p) => p.dataset.port.length > digits.length && p.dataset.port.startsWith(digits));
    if (longer) port = setTimeout(open, SECOND_DIGIT); else open();
  });
})();
