// Texts in the page's language: {name}, {n, plural, one {…} other {…}} with #, and {flag, select, true {…} other {…}}. Where they come from
// stands before this script.
(() => {
  const rules = new Intl.PluralRules(document.documentElement.lang || 'en');
  const end = (text, from) => { let deep = 0; for (let i = from; i < text.length; i += 1) { if (text[i] === '{') deep += 1; else if (text[i] === '}' && (deep -= 1) === 0) return i; } return text.length; };

  function choices(text) {
    const found = {};
    for (let i = 0; i < text.length;) {
      const open = text.indexOf('{', i);
      if (open < 0) break;
      const close = end(text, open);
      found[text.slice(i, open).trim()] = text.slice(open + 1, close);
      i = close + 1;
    }
    return found;
  }

  function fill(text, values, count) {
    let out = '';
    for (let i = 0; i < text.length; i += 1) {
      if (text[i] === '#' && count !== undefined) { out += count; continue; }
      if (text[i] !== '{') { out += text[i]; continue; }
      const close = end(text, i), [name, kind, ...rest] = text.slice(i + 1, close).split(',');
      const value = values[name.trim()];
      if (kind === undefined) out += value ?? '';
      else {
        const of = choices(rest.join(',')), plural = kind.trim() === 'plural';
        out += fill(of[plural ? rules.select(value) : String(value)] ?? of.other ?? '', values, plural ? value : count);
      }
      i = close;
    }
    return out;
  }

  window.msg = (key, values = {}) => fill((window.pelerinTexts ?? {})[key] ?? key, values);
})();
