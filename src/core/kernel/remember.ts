/**
 * Answers of a pure function kept beside the object that they were worked out of, for as long as somebody holds that object. Only for values that nobody
 * changes once they are made. `most`: so many answers an object; the first that was given goes.
 */
export function remember<O extends object, K extends string | null, R>(
  answer: (of: O, key: K) => R,
  most = 24,
): (of: O, key: K) => R {
  const known = new WeakMap<O, Map<K, R>>();
  return (of, key) => {
    const answers = known.get(of) ?? new Map<K, R>();
    known.set(of, answers);
    if (answers.has(key)) return answers.get(key) as R;
    const given = answer(of, key);
    answers.set(key, given);
    const [first] = answers.keys();
    if (answers.size > most && first !== undefined) answers.delete(first);
    return given;
  };
}
