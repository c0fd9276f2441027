/**
 * The same for texts: the newest so many are kept. What is derived is handed out again, so nobody may change it.
 * @param most how many
 */
export function keptFor<To>(derive: (from: string) => To, most: number): (from: string) => To {
  const made = new Map<string, { readonly value: To }>();
  return (from) => {
    const known = made.get(from) ?? { value: derive(from) };
    made.delete(from);
    made.set(from, known);
    if (made.size > most) made.delete(made.keys().next().value!);
    return known.value;
  };
}

/**
 * A derived value that is made once for each thing it is derived from and travels with it. Setups and vessels are never
 * changed in place: a change makes another, and what was derived from the old one goes with it.
 */
export function onceFor<From extends object, To>(derive: (from: From) => To): (from: From) => To {
  const made = new WeakMap<From, { readonly value: To }>();
  return (from) => {
    const known = made.get(from);
    if (known) return known.value;
    const value = derive(from);
    made.set(from, { value });
    return value;
  };
}
