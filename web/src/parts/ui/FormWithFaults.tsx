import { useRef, type FormHTMLAttributes } from 'react';

interface FormWithFaultsProps extends Omit<FormHTMLAttributes<HTMLFormElement>, 'onSubmit'> {
  onSubmit: () => unknown;
}

/** A form. Where something is wrong with what is sent, the focus goes to the first fault: that is where one goes on. */
export function FormWithFaults({ onSubmit, children, ...more }: FormWithFaultsProps) {
  const form = useRef<HTMLFormElement>(null);
  const submit = async () => {
    await onSubmit();
    // After the faults are drawn.
    requestAnimationFrame(() => form.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus());
  };
  return (
    <form
      ref={form}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
      {...more}
    >
      {children}
    </form>
  );
}
