import type { Protocol } from '@uphill/core';

/** Why one would pick a protocol and why not, what it costs and whom it suits. */
export function AboutProtocol({ protocol }: { protocol: Protocol }) {
  return (
    <section className="sheet mb-3">
      <h2>{protocol.name}</h2>
      <p>
        <strong>For it:</strong> {protocol.why}
      </p>
      <p>
        <strong>Against it:</strong> {protocol.whyNot}
      </p>
      <p>
        <strong>It costs:</strong> {protocol.costs}
      </p>
      <p className="mb-0">
        <strong>For whom:</strong> {protocol.forWhom} A trainer is set to {protocol.trainer}.
      </p>
    </section>
  );
}
