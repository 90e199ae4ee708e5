/** Options of a choice among things that have a title. */
export function TitleOptions({ of }: { of: readonly { id: string; title: string }[] }) {
  return of.map(({ id, title }) => (
    <option key={id} value={id}>
      {title}
    </option>
  ));
}
