import { useState, type ReactNode } from 'react';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { FormFailure } from '../../parts/messages/FormFailure';
import { api } from '../../state/api';

interface SignInFormProps {
  /** The name that is written there already, where it is known who comes. */
  name?: string;
  children?: ReactNode;
}

/** E-mail, account or number, and the password. */
export function SignInForm({ name = '', children }: SignInFormProps) {
  const [signIn, { isLoading, error }] = api.useSignInMutation();
  const [signInName, setSignInName] = useState(name);
  const [password, setPassword] = useState('');
  return (
    <FormWithFaults
      className="grid max-w-sm gap-4"
      onSubmit={() => signIn({ body: { signInName, password } })}
    >
      <Field label="E-mail, account or number">
        <input
          name="username"
          autoCapitalize="none"
          spellCheck={false}
          autoComplete="username"
          required
          value={signInName}
          onChange={(event) => setSignInName(event.target.value)}
          className={inputClass}
        />
      </Field>
      <Field label="Password">
        <input
          type="password"
          name="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          className={inputClass}
        />
      </Field>
      <FormFailure failure={error} />
      <Button type="submit" look="go" className="py-3!" disabled={isLoading}>
        Sign in
      </Button>
      {children}
    </FormWithFaults>
  );
}
