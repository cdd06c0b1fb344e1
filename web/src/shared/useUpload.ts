import { isProblem, type Problem, type Received } from '@uphill/api';
import type { ColumnChoice, ColumnQuestion } from '@uphill/core/formats';
import { useState } from 'react';
import { recordingsApi } from './api/recordings.ts';
import { useAct } from './useAct.ts';

/** A file that waits for the coach to say which of its columns is which. */
export interface Asking {
  readonly file: File;
  readonly question: ColumnQuestion;
  readonly answer: (choice: ColumnChoice) => void;
  readonly cancel: () => void;
}

/** What the server asks about a file's columns; null where the problem is another one. */
export function questionOf(problem: Problem | null): ColumnQuestion | null {
  return isProblem(problem, 'which-column') ? (problem?.question ?? null) : null;
}

/** Sends a recording of a rider; where its headings say nothing, it waits for an answer and sends it again. */
export function useUpload(riderId: string, received: (sent: Received) => void) {
  const [upload, { isLoading }] = recordingsApi.useUploadRecordingMutation();
  const { act, problem, clear } = useAct();
  const [file, setFile] = useState<File | null>(null);
  const [asked, setAsked] = useState<ColumnChoice>({});
  const send = async (next: File, choice: ColumnChoice = {}): Promise<void> => {
    setFile(next);
    setAsked(choice);
    const sent = await act(() => upload({ riderId, file: next, choice, again: true }));
    if (!sent) return;
    setFile(null);
    received(sent);
  };
  const question = questionOf(problem);
  const asking: Asking | null =
    file && question && !isLoading
      ? {
          file,
          question,
          answer: (choice) => void send(file, { ...asked, ...choice }),
          cancel: () => {
            setFile(null);
            clear();
          },
        }
      : null;
  return { send, isLoading, asking, problem: question ? null : problem, clear };
}
