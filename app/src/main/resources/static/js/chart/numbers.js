// Numbers as pages write them: thousands set apart by a narrow no-break space, a real minus.
export function written(how) {
  const form = new Intl.NumberFormat('en-GB', how);
  const sign = (1.5).toLocaleString(document.documentElement.lang).charAt(1);
  return { format: (v) => form.format(v).replaceAll(',', '\u202f').replace('.', sign).replace('-', '−') };
}
