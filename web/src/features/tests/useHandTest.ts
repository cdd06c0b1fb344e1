import { newTestSchema, type Rider } from '@uphill/api';
import {
  ftpRefusal,
  type Measured,
  type ProtocolId,
  protocolOf,
  resultOf,
} from '@uphill/core/testing';
import { useForm, type UseFormReturn, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { ftpApi } from '../../shared/api/ftp.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { plusDays, today } from '../../shared/dates.ts';
import { ftpOnDay, shownMass } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { firstIssue } from '../../ui/readForm.ts';
import { type Acceptance, readAcceptance } from './acceptance.ts';
import { measuredFromTyped } from './typed.ts';
import { useTwenty } from './useTwenty.ts';

/** No test at all: a number from elsewhere that the coach believes. */
export const TRUSTED = 'trusted';

/** A test as it is typed. */
interface HandTest {
  readonly protocolId: ProtocolId | typeof TRUSTED;
  readonly date: string;
  readonly typed: Readonly<Record<string, string>>;
  /** The FTP used is the one measured until another is typed. */
  readonly accept: Omit<Acceptance, 'usedW'> & { readonly usedW: string | null };
  readonly note: string;
}

/** A test being typed in, with the FTP that follows from it. */
export function useHandTest(rider: Rider) {
  const byHeart = rider.powerSource === 'none';
  const form = useForm<HandTest>({
    defaultValues: {
      protocolId: byHeart ? 'heart-rate-twenty' : 'ramp',
      date: today(),
      typed: {},
      accept: { usedW: null, countsFrom: plusDays(today(), 1), reason: '' },
      note: '',
    },
  });
  const { protocolId, date, typed, accept } = useWatch({ control: form.control }) as HandTest;
  const reading = readTyped(protocolId, typed, {
    massKg: shownMass(rider, date),
    twentyMinuteW: useTwenty(rider, date),
  });
  const { protocol, result, ftp, wrong } = reading;
  const unread = result && !result.ok ? result.reason : null;
  const used: Acceptance = { ...accept, usedW: accept.usedW ?? String(ftp?.value ?? '') };
  const expectedW = ftpOnDay(rider, date)?.usedW ?? null;

  /** A test counts from the next day unless the coach said otherwise. */
  const redate = (day: string): void => {
    if (day !== '' && accept.countsFrom === plusDays(date, 1))
      form.setValue('accept', { ...accept, countsFrom: plusDays(day, 1) });
    form.setValue('date', day);
  };
  const changeUsed = (fields: Acceptance): void =>
    form.setValue('accept', {
      ...fields,
      usedW: fields.usedW === used.usedW ? accept.usedW : fields.usedW,
    });
  const { store, problem } = useStoreHandTest(rider, form, { reading, used, expectedW });
  return {
    form,
    byHeart,
    protocol,
    redate,
    wrong,
    result: result?.ok ? result.value : null,
    ftp,
    refusal: ftp ? ftpRefusal(ftp.value) : unread,
    used,
    changeUsed,
    expectedW,
    store,
    error: form.formState.errors.root?.message ?? null,
    problem,
  };
}

interface ToStore {
  readonly reading: ReturnType<typeof readTyped>;
  readonly used: Acceptance;
  readonly expectedW: number | null;
}

/** The ways a test typed in is stored: as a test, or as a number that is believed. */
function useStoreHandTest(
  rider: Rider,
  form: UseFormReturn<HandTest>,
  { reading, used, expectedW }: ToStore,
) {
  const navigate = useNavigate();
  const [addTest] = testsApi.useAddTestMutation();
  const [acceptFtp] = ftpApi.useAcceptFtpMutation();
  const { act, problem, clear } = useAct();
  const refuse = (message: string): void => form.setError('root', { message });

  const trust = async (): Promise<void> => {
    const { value, error } = readAcceptance(used, null);
    if (!value) return refuse(error);
    const entry = { testId: null, ...value, reason: value.reason || 'typed in, trusted' };
    if (await act(() => acceptFtp({ id: rider.id, ...entry }), `FTP ${entry.usedW} W accepted.`))
      void navigate(`/riders/${rider.id}/zones`);
  };

  const store = async ({ date, note }: HandTest): Promise<void> => {
    clear();
    const { protocol, measured, result, ftp } = reading;
    if (!protocol) return trust();
    if (!measured.ok) return refuse(measured.reason);
    if (result && !result.ok) return refuse(result.reason);
    const accepted = ftp ? readAcceptance(used, ftp.value) : { value: null, error: null };
    if (accepted.error !== null) return refuse(accepted.error);
    const { readingW, meanBpm, details } = measured.value;
    const read = newTestSchema.safeParse({
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
    });
    if (!read.success) return form.setError('root', firstIssue(read.error));
    const done = accepted.value ? `FTP ${accepted.value.usedW} W accepted.` : 'Test saved.';
    if (await act(() => addTest({ riderId: rider.id, ...read.data }), done))
      void navigate(`/riders/${rider.id}/tests`);
  };
  return { store, problem };
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
