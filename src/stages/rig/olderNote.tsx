/** One line where runs are shown: which of them were made before the round-up began. */
export function OlderNote({ sentence }: { sentence: string }) {
  if (sentence === '') return null;
  return (
    <p className="border-b border-hairline px-4 py-1.5 text-[14px] md:px-7">
      <b>◷ Older:</b> {sentence}
    </p>
  );
}
