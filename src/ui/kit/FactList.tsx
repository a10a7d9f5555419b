/** What is known of something, each with what it is called; what is not known is left out. */
export type Fact = readonly [label: string, value: string | null | undefined];

export const FactList = ({ facts, className }: { facts: readonly Fact[]; className: string | undefined }) => (
  <dl className={className}>
    {facts.map(([label, value]) =>
      value ? (
        <div key={label}>
          <dt>{label}</dt>
          <dd>
            <bdi>{value}</bdi>
          </dd>
        </div>
      ) : null,
    )}
  </dl>
);
