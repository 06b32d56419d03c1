// A set tried on missions one after the other; those that differ from what is in force come to the top as they are found.
(() => {
  const table = document.getElementById('rehearsed');
  if (!table) return;
  const body = table.tBodies[0];
  const bar = document.getElementById('rehearsal-progress');
  const told = document.getElementById('rehearsal-told');
  const waiting = [...body.querySelectorAll('.waiting')];
  const count = (n, word) => `${n} ${word}${n === 1 ? '' : 's'}`;
  let differing = 0, failed = 0;
  const changed = { within: 0, excursions: 0, inconclusive: 0 };

  const place = (row) => {
    const than = Number(row.dataset.differs);
    const after = [...body.rows].find((r) => r.classList.contains('waiting') || Number(r.dataset.differs) < than);
    body.insertBefore(row, after ?? null);
  };

  const tryOn = async (row) => {
    const answer = await fetch(`/limits/${table.dataset.set}/past-data/${row.dataset.mission}`, { headers: { 'HX-Request': 'true' } });
    if (!answer.ok) throw new Error(answer.status);
    const holder = document.createElement('tbody');
    holder.innerHTML = await answer.text();
    const done = holder.querySelector('tr');
    row.remove();
    if (Number(done.dataset.differs) > 0) differing += 1;
    if (done.dataset.change) changed[done.dataset.change] += 1;
    place(done);
  };

  (async () => {
    for (const row of waiting) {
      try { await tryOn(row); } catch { failed += 1; row.cells[2].textContent = msg('script.rehearsal.failedRow'); row.dataset.differs = -1; row.classList.remove('waiting'); }
      bar.value += 1;
    }
    bar.remove();
    const all = msg('script.rehearsal.missions', { n: waiting.length });
    const verdicts = [['excursions', msg('script.rehearsal.outside')], ['inconclusive', msg('script.rehearsal.inconclusive')], ['within', msg('script.rehearsal.within')]]
      .filter(([key]) => changed[key] > 0).map(([key, words]) => `${changed[key]} ${words}`);
    const other = changed.excursions + changed.inconclusive + changed.within;
    told.replaceChildren(Object.assign(document.createElement('b'), { textContent: other ? msg('script.rehearsal.ofAll', { other, all }) : differing ? msg('script.rehearsal.noVerdict') : msg('script.rehearsal.nothing') }),
      other ? msg('script.rehearsal.other', { verdicts: verdicts.join(', ') }) : differing ? msg('script.rehearsal.differing', { differing, all }) : msg('script.rehearsal.in', { all }),
      failed ? msg('script.rehearsal.failed', { failed }) : '');
  })();
})();
