import { TINY_POWER } from '../../signal';

const UPDATES = 30;

/**
 * How much of each template is in a spectrum: amounts, not below 0, whose sum explains it best.
 * Source: D. D. Lee, H. S. Seung, "Algorithms for non-negative matrix factorization", NIPS 13 (2001), equation (5), templates kept fixed;
 * used so for notes by S. Ewert, B. Pardo, M. Müller, M. D. Plumbley, IEEE Signal Processing Magazine 31 (2014).
 */
export function decompose(spectrum: Float64Array, templates: readonly Float64Array[]): Float64Array {
  const bands = spectrum.length;
  // Below its pitch a template is empty.
  const firsts = templates.map((template) =>
    Math.max(
      0,
      template.findIndex((value) => value !== 0),
    ),
  );
  const norms = templates.map((template) => template.reduce((sum, value) => sum + value, 0));
  const amounts = Float64Array.from(templates, (template, index) => {
    let sum = 0;
    for (let band = firsts[index]!; band < bands; band++) sum += template[band]! * spectrum[band]!;
    return sum / (norms[index]! + TINY_POWER) + TINY_POWER;
  });
  const model = new Float64Array(bands);
  const ratio = new Float64Array(bands);
  for (let update = 0; update < UPDATES; update++) {
    model.fill(TINY_POWER);
    templates.forEach((template, index) => {
      const amount = amounts[index]!;
      if (amount > TINY_POWER)
        for (let band = firsts[index]!; band < bands; band++)
          model[band] = model[band]! + amount * template[band]!;
    });
    for (let band = 0; band < bands; band++) ratio[band] = spectrum[band]! / model[band]!;
    templates.forEach((template, index) => {
      let sum = 0;
      for (let band = firsts[index]!; band < bands; band++) sum += template[band]! * ratio[band]!;
      amounts[index] = (amounts[index]! * sum) / (norms[index]! + TINY_POWER);
    });
  }
  return amounts;
}
