/** The same without one of them, or with it. @example toggled(['a'], 'b') // ['a', 'b'] */
export const toggled = <Value>(all: readonly Value[], one: Value): readonly Value[] =>
  all.includes(one) ? all.filter((other) => other !== one) : [...all, one];
