import type { CardAnswer } from '@/core/brief/methodCard';

/** The method card as readers see it. */
export function MethodCardView({ answers }: { answers: readonly CardAnswer[] }) {
  return (
    <dl>
      {answers.map(({ question, answer }) => (
        <div key={question} className="border-b border-hairline py-2 last:border-0">
          <dt className="text-[14.5px] font-semibold">{question}</dt>
          <dd className="text-[14px] text-ink2" dir="auto">
            {answer}
          </dd>
        </div>
      ))}
    </dl>
  );
}
