// A table that is wider than its window is scrolled with the keyboard, too: it can be reached with Tab, unless something in it can.
const REACHED = 'a[href], button, input, select, textarea, summary, [tabindex]';

function look() {
  for (const table of document.querySelectorAll('main table')) {
    const scrolls = table.scrollWidth > table.clientWidth + 1 && getComputedStyle(table).overflowX === 'auto';
    if (scrolls && !table.querySelector(REACHED)) table.tabIndex = 0;
    else if (!scrolls && table.tabIndex === 0) table.removeAttribute('tabindex');
  }
}

look();
document.body.addEventListener('htmx:afterSettle', look);
window.addEventListener('resize', look);
