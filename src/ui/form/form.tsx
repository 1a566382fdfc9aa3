'use client';

type Attributes = Omit<React.ComponentPropsWithRef<'form'>, 'onSubmit' | 'noValidate'>;

/** A form that is sent once all its fields are sound; what is not is shown, and a fold that hides it opens. */
export function Form({ onSend, ...more }: Attributes & { onSend: () => void }) {
  return (
    <form
      {...more}
      // The browser would keep back a fault that it cannot show, and say nothing.
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const form = event.currentTarget;
        for (const field of form.querySelectorAll(':invalid'))
          for (
            let fold = field.closest('details');
            fold;
            fold = fold.parentElement?.closest('details') ?? null
          )
            fold.open = true;
        if (form.reportValidity()) onSend();
      }}
    />
  );
}
