/**
 * What follows from one thing alone, worked out when it is first asked for and kept for as long as that thing is there.
 * Nothing makes it stale: plans, their tables and items are never changed, an edit makes others.
 */
export function keptWith<Of extends object, Value>(work: (of: Of) => Value): (of: Of) => Value {
  const memo = new WeakMap<Of, Value>();
  return (of) => {
    let value = memo.get(of);
    if (value === undefined) memo.set(of, (value = work(of)));
    return value;
  };
}

/** The same of two things. */
export function keptWithBoth<One extends object, Other extends object, Value>(
  work: (a: One, b: Other) => Value,
): (a: One, b: Other) => Value {
  const byOne = keptWith((first: One) => keptWith((other: Other) => work(first, other)));
  return (a, b) => byOne(a)(b);
}
