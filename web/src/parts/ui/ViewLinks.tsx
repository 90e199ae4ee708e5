import type { LucideIcon } from 'lucide-react';
import { Link } from 'react-router';

interface ViewLinksProps<View extends string> {
  /** Of what they are views: ‘Today’, ‘the mark book’. */
  of: string;
  views: readonly (readonly [view: View, label: string, icon: LucideIcon])[];
  /** Null where one is at none of them. */
  current: View | null;
  pathTo: (view: View) => string;
  className?: string;
}

/** The few views of a page, to go from one to another. */
export function ViewLinks<View extends string>({
  of,
  views,
  current,
  pathTo,
  className = '',
}: ViewLinksProps<View>) {
  // Of many the words alone have room beside a title.
  const iconClass = views.length > 3 ? 'max-[90rem]:hidden' : 'max-md:hidden';
  return (
    <nav aria-label={`Views of ${of}`} className={`flex flex-wrap gap-1.5 ${className}`}>
      {views.map(([view, label, Icon]) => (
        <Link
          key={view}
          to={pathTo(view)}
          aria-current={view === current ? 'page' : undefined}
          className="inline-flex items-center gap-1.5 rounded-lg border border-edge bg-surface px-3 py-1.5 text-ink max-md:px-2 max-md:text-small no-underline aria-[current]:border-brass-mark aria-[current]:bg-brass-soft aria-[current]:font-bold"
        >
          <Icon aria-hidden="true" className={`size-4.5 ${iconClass}`} /> {label}
        </Link>
      ))}
    </nav>
  );
}
