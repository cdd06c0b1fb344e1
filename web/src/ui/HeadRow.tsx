/** The head of a table of figures: words on the left, the columns of figures on the right. */
export function HeadRow({
  words,
  figures,
}: {
  readonly words: readonly string[];
  readonly figures: readonly string[];
}) {
  return (
    <thead>
      <tr>
        {words.map((each) => (
          <th key={each} scope="col">
            {each}
          </th>
        ))}
        {figures.map((each) => (
          <th key={each} scope="col" className="text-end">
            {each}
          </th>
        ))}
      </tr>
    </thead>
  );
}
