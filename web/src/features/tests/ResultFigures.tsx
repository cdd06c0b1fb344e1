import { type Protocol, type TestResult, thresholdFrom } from '@uphill/core';
import type { ReactNode } from 'react';
import { Figure } from '../../ui/Figure.tsx';

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
      {result.figures.map(({ name, text, working }) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>
            {working ? (
              <Figure working={working} label={name}>
                {text}
              </Figure>
            ) : (
              text
            )}
          </dd>
        </div>
      ))}
      {result.meanBpm !== null &&
        !result.figures.some(({ name }) => name.startsWith('Heart rate at')) && (
          <div>
            <dt>
              Mean heart rate
              {threshold === 'estimate'
                ? ' = threshold (estimate)'
                : threshold === 'threshold'
                  ? ' = threshold'
                  : ''}
            </dt>
            <dd className="pulse">{Math.round(result.meanBpm)} bpm</dd>
          </div>
        )}
      {children}
    </dl>
  );
}
