import { type Protocol, type TestResult, thresholdFrom } from '@uphill/core/testing';
import type { ReactNode } from 'react';
import { FactLine } from '../../ui/FactLine.tsx';
import { Figure } from '../../ui/Figure.tsx';

const THRESHOLD_WORDS = {
  estimate: ' = threshold (estimate)',
  threshold: ' = threshold',
} as const;

/** What a test gives: FTP first, then every other figure, each with its working where it is reckoned. */
export function ResultFigures({
  result,
  protocol,
  children,
}: {
  result: TestResult;
  protocol?: Protocol;
  children?: ReactNode;
}) {
  const threshold = protocol ? thresholdFrom(protocol) : null;
  return (
    <dl className="facts">
      {result.ftp && (
        <div>
          <dt>FTP measured</dt>
          <dd>
            <Figure working={result.ftp} label="FTP measured">{`${result.ftp.value} W`}</Figure>
          </dd>
        </div>
      )}
      {result.figures.map((figure) => (
        <FactLine
          key={figure.name}
          name={figure.name}
          text={figure.text}
          working={figure.working ?? undefined}
        />
      ))}
      {result.meanBpm !== null && !result.figures.some(({ inBeats }) => inBeats) && (
        <div>
          <dt>
            Mean heart rate
            {threshold && THRESHOLD_WORDS[threshold]}
          </dt>
          <dd className="pulse">{Math.round(result.meanBpm)} bpm</dd>
        </div>
      )}
      {children}
    </dl>
  );
}
