/** A name on at most two lines. */
export const twoLines = (name: string): string[] => {
  const words = name.split(' ');
  if (words.length === 1) return words;
  const cut = Math.ceil(words.length / 2);
  return [words.slice(0, cut).join(' '), words.slice(cut).join(' ')];
};
