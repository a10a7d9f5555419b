import type { ReactNode } from 'react';

/**
 * A headed part of an item. In the pane the title is a second-level heading, on the record's own page the
 * first.
 */
export function Section({
  title,
  level,
  id,
  children,
}: {
  title: string;
  level: 2 | 3;
  id?: string;
  children: ReactNode;
}) {
  const H = `h${level}` as const;
  return (
    <section id={id}>
      <H>{title}</H>
      {children}
    </section>
  );
}
