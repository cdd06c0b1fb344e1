import { zodResolver } from '@hookform/resolvers/zod';
import { POWER_SOURCES, type Problem, type RiderFields, riderFieldsSchema } from '@uphill/api';
import { numberTyped } from '@uphill/core/units';
import { RETEST_WEEKS } from '@uphill/core/testing';
import { useSchemes } from '../../shared/useSchemes.ts';
import Button from 'react-bootstrap/Button';
import Col from 'react-bootstrap/Col';
import Form from 'react-bootstrap/Form';
import Row from 'react-bootstrap/Row';
import type { UseFormReturn } from 'react-hook-form';
import { useStoredForm } from '../../ui/useStoredForm.ts';
import { Field } from '../../ui/Field.tsx';
import { FormNote } from '../../ui/FormNote.tsx';

const SOURCE_NAMES = {
  crank: 'Crank',
  pedal: 'Pedals',
  hub: 'Hub',
  trainer: 'Trainer',
  none: 'None: rides by heart rate and RPE',
} as const;

/** Age from which a new rider starts as masters. Handbook section 3. */
const MASTERS_FROM = 40;

export const NEW_RIDER: RiderFields = {
  name: '',
  birthYear: null,
  sex: null,
  powerSource: 'crank',
  masters: false,
  notes: '',
  schemeId: null,
  retestWeeks: RETEST_WEEKS,
  hideMass: null,
  sessionShown: 'dayBefore',
};

/** What was typed as a number; letters become none, which the schema names. */
function numberOf(value: unknown): number | null {
  const read =
    typeof value === 'string' ? numberTyped(value) : (value as number | null | undefined);
  return read === 'letters' ? NaN : (read ?? null);
}

interface Props {
  readonly rider: RiderFields;
  /** False where it was refused, so that what was typed still counts as typed. */
  readonly save: (fields: RiderFields) => Promise<boolean>;
  readonly problem: Problem | null;
  readonly submitLabel: string;
  readonly isNew?: boolean;
}

/** What a coach knows of a rider before the first test. */
export function RiderForm({ rider, save, problem, submitLabel, isNew = false }: Props) {
  const { form, keep, theirs } = useStoredForm<RiderFields>(rider, {
    resolver: zodResolver(riderFieldsSchema),
  });
  const submit = async (fields: RiderFields): Promise<void> => {
    if (await save(fields)) keep(fields);
  };
  const { errors, isSubmitting } = form.formState;
  return (
    <Form noValidate onSubmit={(event) => void form.handleSubmit(submit)(event)}>
      <FormNote problem={problem} theirs={theirs} />
      <Row>
        <WhoTheyAre form={form} isNew={isNew} />
        <HowTheyAreMeasured form={form} />
        <WhatIsShown form={form} />
      </Row>
      <Field label="Notes: injury, medication, what they like" error={errors.notes?.message}>
        {(control) => (
          <Form.Control {...control} as="textarea" rows={3} {...form.register('notes')} />
        )}
      </Field>
      <Button type="submit" disabled={isSubmitting}>
        {submitLabel}
      </Button>
    </Form>
  );
}

type RiderFormOf = UseFormReturn<RiderFields>;

function WhoTheyAre({ form, isNew }: { form: RiderFormOf; isNew: boolean }) {
  const { errors } = form.formState;
  const birthYear = form.register('birthYear', {
    setValueAs: numberOf,
    onBlur: ({ target }: { target: HTMLInputElement }) => {
      const age = new Date().getFullYear() - (numberOf(target.value) ?? Infinity);
      if (isNew) form.setValue('masters', age >= MASTERS_FROM);
    },
  });
  return (
    <>
      <Col md={6}>
        <Field label="Name" error={errors.name?.message}>
          {(control) => <Form.Control {...control} autoComplete="off" {...form.register('name')} />}
        </Field>
      </Col>
      <Col xs={6} md={3}>
        <Field label="Birth year" error={errors.birthYear?.message}>
          {(control) => <Form.Control {...control} inputMode="numeric" {...birthYear} />}
        </Field>
      </Col>
      <Col xs={6} md={3}>
        <Field label="Sex (optional)">
          {(control) => (
            <Form.Select
              {...control}
              {...form.register('sex', {
                setValueAs: (value: string) => (value === '' ? null : value),
              })}
            >
              <option value="">Not said</option>
              <option value="female">Female</option>
              <option value="male">Male</option>
            </Form.Select>
          )}
        </Field>
      </Col>
    </>
  );
}

function HowTheyAreMeasured({ form }: { form: RiderFormOf }) {
  const schemes = useSchemes();
  return (
    <>
      <Col md={6}>
        <Field label="Power source" hint="Power meters disagree by 1–10 %, so every test notes it">
          {(control) => (
            <Form.Select {...control} {...form.register('powerSource')}>
              {POWER_SOURCES.map((source) => (
                <option key={source} value={source}>
                  {SOURCE_NAMES[source]}
                </option>
              ))}
            </Form.Select>
          )}
        </Field>
      </Col>
      <Col md={6}>
        <Field label="Zones">
          {(control) => (
            <Form.Select
              {...control}
              {...form.register('schemeId', {
                setValueAs: (value: string | null) => (value === '' ? null : value),
              })}
            >
              <option value="">The default: {schemes.defaultScheme.name}</option>
              {schemes.all.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Form.Select>
          )}
        </Field>
      </Col>
      <Col xs={6} md={3}>
        <Field label="Retest after, weeks" error={form.formState.errors.retestWeeks?.message}>
          {(control) => (
            <Form.Control
              {...control}
              inputMode="numeric"
              {...form.register('retestWeeks', {
                setValueAs: (value: unknown) => numberOf(value) ?? NaN,
              })}
            />
          )}
        </Field>
      </Col>
    </>
  );
}

function WhatIsShown({ form }: { form: RiderFormOf }) {
  return (
    <>
      <Col xs={6} md={3}>
        <Field label="Body mass, W/kg">
          {(control) => (
            <Form.Select
              {...control}
              {...form.register('hideMass', {
                setValueAs: (value: unknown) => {
                  if (value === 'true' || value === true) return true;
                  if (value === 'false' || value === false) return false;
                  return null;
                },
              })}
            >
              <option value="">Hidden under 18</option>
              <option value="true">Hidden</option>
              <option value="false">Shown</option>
            </Form.Select>
          )}
        </Field>
      </Col>
      <Col md={6}>
        <Field label="Sessions are visible" hint="on the rider’s own page and in the calendar file">
          {(control) => (
            <Form.Select {...control} {...form.register('sessionShown')}>
              <option value="dayBefore">the day before</option>
              <option value="morning">on the morning of the day</option>
            </Form.Select>
          )}
        </Field>
      </Col>
      <Col md={6} className="d-flex align-items-center">
        <Form.Check
          id="masters"
          label="Masters: an extra easy day before the hardest work"
          {...form.register('masters')}
        />
      </Col>
    </>
  );
}
