/** Safety beside the step it concerns. */
export function Safety({ own, words }: { own: string | null; words: string }) {
  return (
    <p className="border-l-4 pl-3 text-sm border-heat">
      <strong>Take care. </strong>
      {own ? `${own} ` : ''}
      {words}
    </p>
  )
}
