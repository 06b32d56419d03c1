// A number as a person types it, read as the server reads it: 12,5, 12.5, −3, 1 250, 1,234.5. What could be several, or is none, is NaN.
const PLAIN = /^[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d{1,3})?$/;
const EITHER = /^[+-]?[1-9]\d{0,2},\d{3}$/;
const POINT = /^[+-]?\d{1,3}(?:,\d{3})+\.\d*$/;
const COMMA = /^[+-]?\d{1,3}(?:\.\d{3})+,\d*$/;

export function typedNumber(typed) {
  let text = typed.replace('−', '-').replace(/\s/g, '');
  if (EITHER.test(text)) return NaN;
  if (POINT.test(text)) text = text.replaceAll(',', '');
  else if (COMMA.test(text)) text = text.replaceAll('.', '');
  return PLAIN.test(text) ? Number(text.replace(',', '.')) : NaN;
}
