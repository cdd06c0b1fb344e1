import type { Rider } from '@uphill/api';
import type { HealthQuestion } from '@uphill/core/rider';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useSeen } from './useSeen.ts';

/** What was answered, by the question's id; what was not is left out. */
export type Answers = Readonly<Record<string, 'yes' | 'no'>>;

interface Props {
  readonly rider: Rider;
  readonly questions: readonly HealthQuestion[];
  readonly answers: Answers;
  readonly setAnswers: (answers: Answers) => void;
}

/** Each question with yes and no; what is left can be answered with no at once when all of them have been on screen. */
export function Questions({ rider, questions, answers, setAnswers }: Props) {
  const { seen, watch } = useSeen(questions.map(({ id }) => id));
  const before = rider.health;
  const rest = questions.filter(({ id, alone }) => !alone && answers[id] === undefined);
  const alone = questions.filter(
    ({ id, alone: grave }) => grave && answers[id] === undefined,
  ).length;
  return (
    <>
      <div className="checklist health-questions">
        {questions.map(({ id, ask }) => (
          <div key={id} ref={watch(id)} className="checklist-line">
            <span id={`health-${id}`}>
              {ask}
              {before?.answers[id] && (
                <span className="soft small d-block">last time: {before.answers[id]}</span>
              )}
            </span>
            <span role="radiogroup" aria-labelledby={`health-${id}`} className="text-nowrap">
              {(['yes', 'no'] as const).map((answer) => (
                <Form.Check
                  inline
                  key={answer}
                  type="radio"
                  id={`health-${id}-${answer}`}
                  name={`health-${id}`}
                  label={answer === 'yes' ? 'Yes' : 'No'}
                  checked={answers[id] === answer}
                  onChange={() => setAnswers({ ...answers, [id]: answer })}
                />
              ))}
            </span>
          </div>
        ))}
      </div>
      <div className="mt-2">
        {rest.length > 0 && seen && (
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() =>
              setAnswers({
                ...answers,
                ...Object.fromEntries(rest.map(({ id }) => [id, 'no' as const])),
              })
            }
          >
            No to the rest ({rest.length})
          </Button>
        )}
        {alone > 0 && (
          <p className="soft small mb-0">
            Heart, chest, fainting, pregnancy and eating are answered one by one: {alone} to go.
          </p>
        )}
      </div>
    </>
  );
}
