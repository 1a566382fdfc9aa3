import type { Brief } from '@/core/brief/brief';
import { choiceOf, OFFERED_SCHOOLS, SCHOOLS } from '@/core/brief/schools';
import { ChoiceField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';

/** Schools that can be chosen in, and those in which an older brief chose what nothing is computed by yet. */
const shownSchools = (brief: Brief) =>
  SCHOOLS.filter(
    (school) =>
      OFFERED_SCHOOLS.includes(school) ||
      (brief.schools[school.key].choice !== school.choices[0]!.value &&
        choiceOf(school.key, brief.schools[school.key].choice).later),
  );

/** Where reviewers differ: each choice with what it leads to, and the reviewer's reason. */
export function Schools({ brief, onBrief }: { brief: Brief; onBrief: (brief: Brief) => void }) {
  return (
    <fieldset>
      <legend className="font-display pb-1 text-[18px] font-bold">Method choices</legend>
      <ul>
        {shownSchools(brief).map((school) => {
          const { key, question: asked, effect } = school;
          const chosen = brief.schools[key];
          const isLater = choiceOf(key, chosen.choice).later;
          const choices = school.choices.filter((choice) => !choice.later || choice.value === chosen.choice);
          const at = fieldsOf(chosen, (now) =>
            onBrief({ ...brief, schools: { ...brief.schools, [key]: now } }),
          );
          return (
            <li
              key={key}
              className="grid gap-x-4 gap-y-1 border-t border-hairline py-2.5 md:grid-cols-[1fr_1fr]"
            >
              <div>
                <ChoiceField label={asked} {...at('choice')} options={choices} />
                <p className="pt-1 text-[13px] text-ink2">{choiceOf(key, chosen.choice).consequence}</p>
                {isLater && (
                  <p className="text-[13px] text-warn">
                    ▲ Kept as it was chosen, but it is saved and not used yet. {effect}
                  </p>
                )}
              </div>
              <div>
                <TextField label="Your reason, for the method card" {...at('reason')} />
                {!isLater && <p className="pt-1 text-[13px] text-ink2">{effect}</p>}
              </div>
            </li>
          );
        })}
      </ul>
    </fieldset>
  );
}
