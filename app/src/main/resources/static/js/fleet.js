// The fleet by keyboard: up and down from lane to lane.
'use strict';

document.addEventListener('keydown', (e) => {
  if (e.ctrlKey || e.metaKey || e.altKey || e.target.closest('input, select, textarea') || document.querySelector('dialog[open]')) return;
  const lanes = [...document.querySelectorAll('.waylines .lane')], at = lanes.indexOf(document.activeElement);
  if ((e.key === 'ArrowDown' || e.key === 'ArrowUp') && lanes.length) {
    e.preventDefault();
    const next = lanes[Math.max(0, Math.min(lanes.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))];
    next.focus();
    next.scrollIntoView({ block: 'nearest' });
  }
});
