import type { Protocol } from '@uphill/core/testing';

/** Why one would pick a protocol and why not, what it costs and whom it suits. */
export function AboutProtocol({ protocol }: { protocol: Protocol }) {
  return (
    <section className="sheet mb-3">
      <h2>{protocol.name}</h2>
      <p>
        <strong>Why:</strong> {protocol.why}
      </p>
      <p>
        <strong>Why not:</strong> {protocol.whyNot}
      </p>
      <p>
        <strong>Cost:</strong> {protocol.costs}
      </p>
      <p className="mb-0">
        <strong>For whom:</strong> {protocol.forWhom} A trainer is set to {protocol.trainer}.
      </p>
    </section>
  );
}
