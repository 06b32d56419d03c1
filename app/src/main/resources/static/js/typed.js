// A number as a person types it, read as the server reads it: 12,5, 12.5, −3, 1 250, 1,234.5. What could be several, or is none, is NaN; where
// 4,5 is written, 1.000 could be a thousand.
const PLAIN = /^[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d{1,3})?$/;
const EITHER = /^[+-]?[1-9]\d{0,2},\d{3}$/;
const POINT = /^[+-]?\d{1,3}(?:,\d{3})+\.\d*$/;
const COMMA = /^[+-]?\d{1,3}(?:\.\d{3})+,\d*$/;
const writesComma = new Intl.NumberFormat(document.documentElement.lang || 'en').format(1.5).includes(',');

export function typedNumber(typed) {
  let text = typed.replace('−', '-').replace(/\s/g, '');
  if (EITHER.test(writesComma ? text.replace('.', ',') : text)) return NaN;
  if (POINT.test(text)) text = text.replaceAll(',', '');
  else if (COMMA.test(text)) text = text.replaceAll('.', '');
  return PLAIN.test(text) ? Number(text.replace(',', '.')) : NaN;
}

/** As a field shows it, so that it is read as exactly this. */
export function shownNumber(v) {
  if (!writesComma) return String(v);
  const text = String(v).replace('.', ',');
  return EITHER.test(text) ? `${text}0` : text;
}
