// A spot by letters of its name, where there are too many for a list. What is sent is the number of the one that is named in full.
(() => {
  let asked = 0, waiting = 0;

  function parts(input) {
    const box = input.closest?.('.spot-choice');
    return box && input.matches('[list]')
      ? { list: box.querySelector('datalist'), number: box.querySelector('[type=hidden]') } : null;
  }

  /** Takes the number of the spot that is named in full; none while it is not. */
  function settle(input, { list, number }) {
    const typed = input.value.trim().toLowerCase();
    const found = [...list.children].find((o) => o.value.toLowerCase() === typed);
    const now = found ? found.dataset.id : '';
    input.setCustomValidity(typed && !found ? msg('script.spot.choose') : '');
    if (number.value !== now) {
      number.value = now;
      ['input', 'change'].forEach((type) => number.dispatchEvent(new Event(type, { bubbles: true })));
    }
  }

  async function look(input, the) {
    const mine = ++asked;
    try {
      const answer = await fetch(`/spots/options?q=${encodeURIComponent(input.value)}`, { headers: { Accept: 'application/json' } });
      if (!answer.ok || mine !== asked) return;
      the.list.replaceChildren(...(await answer.json()).map((s) => {
        const option = document.createElement('option');
        option.value = s.full;
        option.dataset.id = s.id;
        return option;
      }));
    } catch {
      input.setCustomValidity(msg('script.spot.failed'));
      return;
    }
    settle(input, the);
  }

  document.addEventListener('input', (e) => {
    const the = parts(e.target);
    if (!the) return;
    settle(e.target, the);
    clearTimeout(waiting);
    waiting = setTimeout(() => look(e.target, the), 150);
  });
  document.addEventListener('focusin', (e) => {
    const the = parts(e.target);
    if (the && !the.list.children.length && !e.target.value) look(e.target, the);
  });
})();
