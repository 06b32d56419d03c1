// Words that explain themselves: a.term holds what it means; shown when pointed at, tapped or reached with the keyboard, until Esc or elsewhere.
const note = document.createElement('div');
note.id = 'term-note';
note.className = 'term-note';
note.popover = 'manual';
note.setAttribute('role', 'tooltip');
document.body.append(note);

let shown = null, leaving = 0;

function show(term) {
  clearTimeout(leaving);
  if (shown === term) return;
  hide();
  shown = term;
  note.textContent = term.dataset.means;
  term.setAttribute('aria-describedby', note.id);
  // inside an open dialog it must stand there, else it lies below
  (term.closest('dialog[open]') || document.body).append(note);
  note.showPopover();
  place();
}

function place() {
  const at = shown.getBoundingClientRect(), size = note.getBoundingClientRect(), room = document.documentElement.clientWidth;
  note.style.left = `${Math.max(8, Math.min(at.left, room - size.width - 8))}px`;
  note.style.top = `${at.bottom + 6 + size.height > window.innerHeight ? Math.max(8, at.top - size.height - 6) : at.bottom + 6}px`;
}

function hide() {
  clearTimeout(leaving);
  if (!shown) return;
  shown.removeAttribute('aria-describedby');
  shown = null;
  note.hidePopover();
}

const soon = () => { leaving = setTimeout(hide, 200); };
const termAt = (e) => e.target.closest?.('a.term');

document.addEventListener('pointerover', (e) => {
  const term = termAt(e);
  if (term && e.pointerType !== 'touch') show(term);
  else if (shown && note.contains(e.target)) clearTimeout(leaving);
});
document.addEventListener('pointerout', (e) => { if (shown && e.pointerType !== 'touch' && (termAt(e) || note.contains(e.target))) soon(); });
document.addEventListener('focusin', (e) => { const term = termAt(e); if (term) show(term); else hide(); });
// a form that is half filled in is not left for an explanation
document.addEventListener('click', (e) => {
  const term = termAt(e);
  if (!term) { if (!note.contains(e.target)) hide(); return; }
  if (e.ctrlKey || e.metaKey || e.shiftKey) return;
  e.preventDefault();
  e.stopPropagation();
  show(term);
}, true);
document.addEventListener('keydown', (e) => { if (e.key === 'Escape' && shown) { hide(); e.stopPropagation(); } }, true);
window.addEventListener('scroll', () => { if (shown) place(); }, { passive: true, capture: true });
