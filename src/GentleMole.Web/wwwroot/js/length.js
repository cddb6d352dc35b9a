// Lengths as people type them, for drawing what the server has not read yet. A bare number is in what the person reads in.
const FOOT = 0.3048;

/** Metres; NaN for what is no length, or not one yet. */
export function metres(text) {
  const plain = text.trim().replace('−', '-');
  const bare = /^-?(?:\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) * (readsFeet() ? FOOT : 1) : NaN;
  if (Number.isFinite(bare)) return bare;
  const metric = plain.match(/^(-?[\d.]+)\s*(m|cm|mm)$/i);
  if (metric) return Number(metric[1]) / { m: 1, cm: 100, mm: 1000 }[metric[2].toLowerCase()];
  const imperial = plain.match(/^(-?)(?:([\d.]+)\s*(?:ft\.?|feet|foot|'))?\s*(?:([\d.]+)\s*(?:in\.?|inch(?:es)?|")?)?$/i);
  if (!imperial || (imperial[2] === undefined && !/in|"/i.test(plain))) return NaN;
  return (imperial[1] ? -1 : 1) * (Number(imperial[2] ?? 0) + Number(imperial[3] ?? 0) / 12) * FOOT;
}

/** A place on the plan as it is written into a field: with its unit where a bare number would be read as feet. */
export function written(length) {
  return length.toFixed(2) + (readsFeet() ? 'm' : '');
}

/** A length for reading, in what the person reads in. */
export function spoken(length, digits = 2) {
  if (!readsFeet()) return `${length.toFixed(digits)} m`;
  const inches = Math.round(length / FOOT * 12 * 2) / 2;
  return inches < 12 ? `${inches}"` : `${Math.floor(inches / 12)}' ${inches % 12}"`;
}

const readsFeet = () => document.querySelector('.sheet')?.dataset.units === 'feet';
