/** How many people a step or a job takes, in words. */
export const peopleWords = (count: number): string =>
  count > 2 ? "three people" : count === 2 ? "two people" : "one person";

/** The same as a sentence of its own. */
export const peopleSentence = (count: number): string => {
  const words = peopleWords(count);
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
};
