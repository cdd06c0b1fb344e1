import { newTestSchema, type Rider } from '@uphill/api';
import {
  ftpRefusal,
  type Measured,
  type ProtocolId,
  protocolOf,
  resultOf,
} from '@uphill/core/testing';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { ftpApi } from '../../shared/api/ftp.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { plusDays, today } from '../../shared/dates.ts';
import { ftpOnDay, shownMass } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { type Acceptance, readAcceptance } from './acceptance.ts';
import { measuredFromTyped } from './typed.ts';
import { useTwenty } from './useTwenty.ts';

/** No test at all: a number from elsewhere that the coach believes. */
export const TRUSTED = 'trusted';

/** A test being typed in, with the FTP that follows from it and the way it is stored. */
export function useHandTest(rider: Rider) {
  const navigate = useNavigate();
  const byHeart = rider.powerSource === 'none';
  const [protocolId, setProtocolId] = useState<ProtocolId | typeof TRUSTED>(
    byHeart ? 'heart-rate-twenty' : 'ramp',
  );
  const [date, setDate] = useState(today());
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [note, setNote] = useState('');
  const [acceptance, setAcceptance] = useState<Acceptance>({
    usedW: '',
    countsFrom: plusDays(today(), 1),
    reason: '',
  });
  const [usedTouched, setUsedTouched] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [addTest] = testsApi.useAddTestMutation();
  const [acceptFtp] = ftpApi.useAcceptFtpMutation();
  const { act, problem, clear } = useAct();

  const { protocol, measured, result, ftp, wrong } = readTyped(protocolId, typed, {
    massKg: shownMass(rider, date),
    twentyMinuteW: useTwenty(rider, date),
  });
  const unread = result && !result.ok ? result.reason : null;
  const refusal = ftp ? ftpRefusal(ftp.value) : unread;
  const used = usedTouched || !ftp ? acceptance : { ...acceptance, usedW: String(ftp.value) };
  const expectedW = ftpOnDay(rider, date)?.usedW ?? null;

  /** A test counts from the next day unless the coach said otherwise. */
  const redate = (day: string): void => {
    if (day !== '' && acceptance.countsFrom === plusDays(date, 1))
      setAcceptance({ ...acceptance, countsFrom: plusDays(day, 1) });
    setDate(day);
  };
  const changeUsed = (fields: Acceptance): void => {
    setUsedTouched(usedTouched || fields.usedW !== used.usedW);
    setAcceptance(fields);
  };

  const trust = async (): Promise<void> => {
    const read = readAcceptance(acceptance, null);
    setError(read.error);
    if (!read.value) return;
    const entry = { testId: null, ...read.value, reason: read.value.reason || 'typed in, trusted' };
    if (await act(() => acceptFtp({ id: rider.id, ...entry }), `FTP ${entry.usedW} W accepted.`))
      void navigate(`/riders/${rider.id}/zones`);
  };

  const store = async (): Promise<void> => {
    clear();
    if (!protocol) return trust();
    if (!measured?.ok) return setError(measured?.reason ?? null);
    if (result && !result.ok) return setError(result.reason);
    const accepted = ftp ? readAcceptance(used, ftp.value) : { value: null, error: null };
    if (accepted.error) return setError(accepted.error);
    const { readingW, meanBpm, details } = measured.value;
    const fields = {
      protocol: protocol.id,
      date,
      powerSource: rider.powerSource,
      ramp: null,
      readingW,
      meanBpm,
      details,
      setup: null,
      expectedW,
      effort: null,
      note,
      accept: accepted.value,
      acceptThreshold: accepted.value !== null && meanBpm !== null,
      testDayId: null,
    };
    const read = newTestSchema.safeParse(fields);
    setError(read.success ? null : (read.error.issues[0]?.message ?? 'This cannot be used.'));
    if (!read.success) return;
    const done = accepted.value ? `FTP ${accepted.value.usedW} W accepted.` : 'Test saved.';
    if (await act(() => addTest({ riderId: rider.id, ...read.data }), done))
      void navigate(`/riders/${rider.id}/tests`);
  };

  return {
    byHeart,
    protocolId,
    setProtocolId,
    protocol,
    date,
    redate,
    typed,
    setTyped,
    wrong,
    result: result?.ok ? result.value : null,
    note,
    setNote,
    ftp,
    refusal,
    used,
    changeUsed,
    expectedW,
    store,
    error,
    problem,
  };
}

/** What was typed, read: what it gives, or what is wrong and with which field. */
function readTyped(
  protocolId: ProtocolId | typeof TRUSTED,
  typed: Readonly<Record<string, string>>,
  known: Pick<Measured, 'massKg' | 'twentyMinuteW'>,
) {
  if (protocolId === TRUSTED)
    return { protocol: null, measured: null, result: null, ftp: null, wrong: null };
  const protocol = protocolOf(protocolId);
  const measured = measuredFromTyped(protocol, typed);
  const result = measured.ok ? resultOf(protocol, { ...measured.value, ...known }) : null;
  const wrong = measured.ok
    ? null
    : { reason: measured.reason, ...(measured.field ? { field: measured.field } : {}) };
  return { protocol, measured, result, ftp: result?.ok ? result.value.ftp : null, wrong };
}
