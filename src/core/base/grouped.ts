/** Values by a key, each group in the order of the values. */
export function grouped<Value, Key>(
  values: readonly Value[],
  keyOf: (value: Value) => Key,
): ReadonlyMap<Key, readonly Value[]> {
  const groups = new Map<Key, Value[]>();
  for (const value of values) {
    const key = keyOf(value);
    const group = groups.get(key);
    if (group) group.push(value);
    else groups.set(key, [value]);
  }
  return groups;
}
