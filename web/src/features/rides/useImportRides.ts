import { LARGEST_UPLOAD_MB } from '@uphill/api';
import type { ColumnChoice, ColumnQuestion } from '@uphill/core/formats';
import { useRef, useState } from 'react';
import { api } from '../../shared/api/client.ts';
import { problemOf } from '../../shared/api/problemOf.ts';
import { recordingsApi } from '../../shared/api/recordings.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { questionOf } from '../../shared/useUpload.ts';

/** Files on their way at the same time: one more than the server has threads, which then never wait for the disk. */
const AT_ONCE = 3;

/** A file whose headings do not say which column is which. */
export interface Asking {
  readonly file: File;
  readonly question: ColumnQuestion;
}

export interface Progress {
  readonly of: number;
  readonly done: number;
  readonly duplicates: number;
  /** Rides that found their day, and those whose day nobody knows. */
  readonly tied: number;
  readonly undated: number;
  readonly refused: readonly string[];
  readonly asking: readonly Asking[];
  readonly state: 'reading' | 'stopped' | 'done';
}

const NOTHING_YET: Omit<Progress, 'of'> = {
  done: 0,
  duplicates: 0,
  tied: 0,
  undated: 0,
  refused: [],
  asking: [],
  state: 'reading',
};

/** Whether one answer does for both: a device writes all its files alike. */
export function sameHeadings(one: ColumnQuestion, other: ColumnQuestion): boolean {
  return one.headings.join() === other.headings.join() && one.asks.length === other.asks.length;
}

/** Imports files a few at a time; it can be stopped, and keeps what is in. */
export function useImportRides(riderId: string) {
  const readOne = useReadOne(riderId);
  const dispatch = useAppDispatch();
  const [progress, setProgress] = useState<Progress | null>(null);
  const stopped = useRef(false);

  const take = async (
    files: readonly File[],
    choice: ColumnChoice = {},
    before: Progress | null = null,
  ): Promise<void> => {
    stopped.current = false;
    let now: Progress = { of: files.length, ...NOTHING_YET, ...before, state: 'reading' };
    const tell = (part: Partial<Progress>): void => {
      now = { ...now, ...part };
      setProgress(now);
    };
    tell({});
    const queue = [...files];
    const work = async (): Promise<void> => {
      for (let file = queue.shift(); file && !stopped.current; file = queue.shift()) {
        const read = await readOne(file, choice);
        tell(read(now));
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, work));
    tell({ state: stopped.current ? 'stopped' : 'done' });
    dispatch(api.util.invalidateTags(['riders', 'rides', 'days', 'models']));
  };
  return {
    progress,
    take: (files: readonly File[]) => void take(files),
    stop: () => {
      stopped.current = true;
    },
    /** Reads the files that wait for the same answer. */
    answer: (alike: readonly Asking[], choice: ColumnChoice) => {
      if (!progress) return;
      const files = alike.map(({ file }) => file);
      void take(files, choice, withoutAsking(progress, alike));
    },
    /** Lets go of files that nobody can read. */
    letGo: (alike: readonly Asking[]) => setProgress(progress && withoutAsking(progress, alike)),
  };
}

function withoutAsking(progress: Progress, alike: readonly Asking[]): Progress {
  return { ...progress, asking: progress.asking.filter((each) => !alike.includes(each)) };
}

/** Sends one file; what comes of it, as what it adds to the progress. */
function useReadOne(riderId: string) {
  const [upload] = recordingsApi.useUploadRecordingMutation();
  return async (
    file: File,
    choice: ColumnChoice,
  ): Promise<(now: Progress) => Partial<Progress>> => {
    const refuse = (reason: string) => (now: Progress) => ({
      refused: [...now.refused, `${file.name}: ${reason}`],
    });
    if (file.size > LARGEST_UPLOAD_MB * 1024 * 1024)
      return refuse(`larger than ${LARGEST_UPLOAD_MB} MB.`);
    try {
      const { duplicate, ride } = await upload({
        riderId,
        file,
        choice,
        oneOfMany: true,
      }).unwrap();
      if (duplicate) return (now) => ({ duplicates: now.duplicates + 1 });
      return (now) => ({
        done: now.done + 1,
        tied: now.tied + (ride.day ? 1 : 0),
        undated: now.undated + (ride.datedBy === 'assumed' ? 1 : 0),
      });
    } catch (error) {
      const problem = problemOf(error);
      const question = questionOf(problem);
      if (!question) return refuse(problem.detail);
      return (now) => ({ asking: [...now.asking, { file, question }] });
    }
  };
}
