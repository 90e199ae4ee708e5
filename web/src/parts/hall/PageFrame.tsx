import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Mark } from './Mark';
import { PersonMenu } from './PersonMenu';

/** A page of the house that belongs to no course: its title, what can be done, and the way back. */
export function PageFrame({
  title,
  actions,
  children,
}: {
  title: string;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className="mx-auto grid max-w-5xl content-start gap-5 p-6">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <Link to="/" aria-label="Vestibul, to the start" className="rounded">
          <Mark />
        </Link>
        <h1 className="mr-auto">{title}</h1>
        {actions}
        <span className="grid">
          <PersonMenu />
        </span>
      </header>
      <main className="grid grid-cols-1 gap-5">{children}</main>
    </div>
  );
}
