import { createSlice, type Draft, type PayloadAction } from '@reduxjs/toolkit';
import type { Worked } from '@uphill/core/working';

/** A working on show, and where: away from the figure it belongs to. */
export interface WorkingShown {
  readonly working: Worked<unknown>;
  readonly figure: string;
  readonly pinned: boolean;
  readonly corner: 'top' | 'bottom';
}

/** What a notice offers beside its words. */
export type NoticeOffer =
  | { readonly kind: 'undo'; readonly step: number }
  | { readonly kind: 'skip'; readonly step: number; readonly way: 'undo' | 'redo' };

export interface ViewState {
  working: WorkingShown | null;
  /** What just happened, said in the corner; only the newest. */
  notices: { id: number; text: string; offer: NoticeOffer | null }[];
  finderOpen: boolean;
  keysOpen: boolean;
  /** Rider last looked at: the one that views without a rider in their address speak about. */
  lastRider: string | null;
  /** What is wrong with the dates that are being typed, by field: nothing is stored until they are put right. */
  wrongDates: Readonly<Record<string, string>>;
  /** An assignment under way, so that a look at the squad sheet loses nothing of it. */
  assigning: Assigning | null;
}

/** Whom a session is to be assigned to, and on which days. */
export interface Assigning {
  readonly sessionId: string;
  readonly riders: readonly string[];
  readonly dates: readonly string[];
}

const initialState: ViewState = {
  working: null,
  notices: [],
  finderOpen: false,
  keysOpen: false,
  lastRider: null,
  wrongDates: {},
  assigning: null,
};
let nextNotice = 1;

/** A working is only ever replaced whole, so it may stand in a draft as it is. */
function castDraft(shown: WorkingShown): Draft<WorkingShown> {
  return shown as Draft<WorkingShown>;
}

export const view = createSlice({
  name: 'view',
  initialState,
  reducers: {
    workingShown: (state, { payload }: PayloadAction<WorkingShown>) => {
      if (!state.working?.pinned || payload.pinned) state.working = castDraft(payload);
    },
    workingHidden: (state, { payload }: PayloadAction<{ force: boolean }>) => {
      if (payload.force || !state.working?.pinned) state.working = null;
    },
    noticed: {
      prepare: (text: string, offer: NoticeOffer | null = null) => ({
        payload: { id: (nextNotice += 1), text, offer },
      }),
      reducer: (state, { payload }: PayloadAction<ViewState['notices'][number]>) => {
        state.notices = [payload];
      },
    },
    noticeClosed: (state, { payload }: PayloadAction<number>) => {
      state.notices = state.notices.filter(({ id }) => id !== payload);
    },
    finderToggled: (state, { payload }: PayloadAction<boolean>) => {
      state.finderOpen = payload;
    },
    keysToggled: (state, { payload }: PayloadAction<boolean>) => {
      state.keysOpen = payload;
    },
    dateJudged: (
      state,
      { payload: { field, says } }: PayloadAction<{ field: string; says: string | null }>,
    ) => {
      const { [field]: _, ...others } = state.wrongDates;
      state.wrongDates = says === null ? others : { ...others, [field]: says };
    },
    assigningChanged: (state, { payload }: PayloadAction<Assigning | null>) => {
      state.assigning = payload as Draft<Assigning> | null;
    },
    riderLookedAt: (state, { payload }: PayloadAction<string>) => {
      state.lastRider = payload;
    },
  },
});

export const {
  workingShown,
  workingHidden,
  noticed,
  noticeClosed,
  finderToggled,
  keysToggled,
  dateJudged,
  assigningChanged,
  riderLookedAt,
} = view.actions;
