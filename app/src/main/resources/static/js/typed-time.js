// A day, with or without a time of day, as a field has it: 2026-01-08 12:20:30, 2026-01-08T12:20, 8.1.2026 12:20.
const SHAPE = /^\s*(?:(\d{4})-(\d\d?)-(\d\d?)|(\d\d?)\.(\d\d?)\.(\d{4}))(?:[T,\s]+(\d\d?):(\d\d)(?::(\d\d))?)?\s*$/;

/** Year, month from 0, day, hour, minute and second, as dates are made of; null for what is none. */
export function typedTime(text) {
  const found = SHAPE.exec(text)?.map((f) => (f === undefined ? undefined : Number(f)));
  if (!found) return null;
  const [, y, m, d, d2, m2, y2, hour = 0, minute = 0, second = 0] = found;
  const parts = [y ?? y2, (m ?? m2) - 1, d ?? d2, hour, minute, second];
  return new Date(Date.UTC(...parts)).getUTCDate() === parts[2] && hour < 24 && minute < 60 && second < 60 ? parts : null;
}
