import { Link } from '@/ui/frame/link';

/** The lab has the round-up already: what is new goes into it, or another one is made. */
export function WhereItGoes({
  twin,
  asAnother,
  onAnother,
}: {
  twin: { id: number; title: string };
  asAnother: boolean;
  onAnother: (asAnother: boolean) => void;
}) {
  return (
    <fieldset className="border-l-2 border-warn py-1 pl-3">
      <legend className="sr-only">Where it goes</legend>
      <p>
        The lab has this round-up already:{' '}
        <Link className="underline" href={`/round-ups/${twin.id}/logbook`}>
          {twin.title}
        </Link>
        . What is there stays as it is.
      </p>
      <label className="mr-5 inline-flex items-center gap-2">
        <input
          type="radio"
          name="where"
          className="radio radio-sm"
          checked={!asAnother}
          onChange={() => onAnother(false)}
        />
        add to it what is new
      </label>
      <label className="inline-flex items-center gap-2">
        <input
          type="radio"
          name="where"
          className="radio radio-sm"
          checked={asAnother}
          onChange={() => onAnother(true)}
        />
        make another round-up of it
      </label>
    </fieldset>
  );
}
