/** Items by what they share, in the order in which each group first came. */
export function grouped<T, K extends string>(items: Iterable<T>, key: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const item of items) {
    const own = key(item)
    const group = groups.get(own)
    if (group) group.push(item)
    else groups.set(own, [item])
  }
  return groups
}
