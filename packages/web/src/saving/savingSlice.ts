/** How the open case stands with the server. */
import type { OpenCase } from '@keen-ladder/schema';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

export type Standing =
  | { state: 'saved'; at: string }
  | { state: 'saving' }
  /** The server is away: the edits are in this browser, and it is tried again. */
  | { state: 'kept' }
  /** Saved elsewhere meanwhile: a person must choose. */
  | { state: 'conflict'; current: OpenCase }
  | { state: 'gone' }
  | { state: 'refused'; why: string };

export interface OpenCaseFacts {
  id: string;
  projectId: string;
  projectName: string;
  parentId: string | null;
  parentName: string | null;
  name: string;
}

export interface Saving {
  facts: OpenCaseFacts | null;
  standing: Standing;
}

const initialState: Saving = { facts: null, standing: { state: 'saving' } };

const savingSlice = createSlice({
  name: 'saving',
  initialState,
  reducers: {
    factsKnown(state, { payload }: PayloadAction<OpenCaseFacts | null>) {
      state.facts = payload;
    },
    caseRenamed(state, { payload }: PayloadAction<string>) {
      if (state.facts) state.facts.name = payload;
    },
    stood(state, { payload }: PayloadAction<Standing>) {
      return { ...state, standing: payload };
    },
  },
});

export const savingReducer = savingSlice.reducer;
export const { caseRenamed, factsKnown, stood } = savingSlice.actions;
