/** The document of the open case: what was entered, nothing that was computed. Every action says what the engineer did. */
import { newCaseDocument } from '@keen-ladder/core';
import type { CaseDocument, Display } from '@keen-ladder/schema';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import { columnReducers } from './columnReducers.ts';
import { hardwareReducers } from './hardwareReducers.ts';
import { ladderReducers } from './ladderReducers.ts';
import { mixtureReducers } from './mixtureReducers.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';
import { sheetReducers } from './sheetReducers.ts';
import { streamReducers } from './streamReducers.ts';
import { unitReducers } from './unitReducers.ts';

const documentSlice = createSlice({
  name: 'document',
  initialState: (): CaseDocument => newCaseDocument(),
  reducers: {
    /** Another case, or the same one as it is elsewhere: a new beginning, not a step to undo. */
    caseOpened: (_state, { payload }: PayloadAction<CaseDocument>) => payload,
    /** A version of this case from elsewhere, taken over: a step that can be undone. */
    documentReplaced: { prepare: prepared<CaseDocument>, reducer: (_state, { payload }: Change<CaseDocument>) => payload },
    ...mixtureReducers,
    ...unitReducers,
    ...streamReducers,
    ...sheetReducers,
    ...columnReducers,
    ...ladderReducers,
    ...hardwareReducers,
    unitsChosen: {
      prepare: prepared<Partial<Display>>,
      reducer(state, { payload }: Change<Partial<Display>>) {
        Object.assign(state.display, payload);
      },
    },
    siteSet: {
      prepare: prepared<Partial<CaseDocument['site']>>,
      reducer(state, { payload }: Change<Partial<CaseDocument['site']>>) {
        Object.assign(state.site, payload);
      },
    },
    notesWritten: {
      prepare: prepared<string>,
      reducer(state, { payload }: Change<string>) {
        state.notes = payload;
      },
    },
  },
});

export const documentReducer = documentSlice.reducer;
export const {
  absorptionSet,
  amountSet,
  feedWayChosen,
  handleFreed,
  hardwareBegun,
  hardwareSet,
  ladderCarried,
  ladderSet,
  ladderStagesSet,
  pumpAroundAdded,
  pumpAroundRemoved,
  rungChosen,
  targetLetGo,
  targetRemoved,
  targetSet,
  caseOpened,
  cellCleared,
  cellSet,
  columnSet,
  componentsExchanged,
  compositionSet,
  condenserChosen,
  conditionSet,
  documentReplaced,
  drawAdded,
  drawChanged,
  drawRemoved,
  estimateSet,
  disconnected,
  drumKnownSet,
  feedAdded,
  outletConnected,
  unitAdded,
  unitRemoved,
  unitRenamed,
  graphSet,
  lightFractionSet,
  mixtureChosen,
  modelChosen,
  measuredKept,
  measuredRemoved,
  modelOptionsChosen,
  proposalTaken,
  pairsSet,
  recordSet,
  notesWritten,
  partSet,
  pressureSet,
  puritySet,
  refluxSet,
  sectionChanged,
  sectionSet,
  sheetCleared,
  sheetFilled,
  siteSet,
  stageChosen,
  streamRenamed,
  unitsChosen,
  vapourShareSet,
} = documentSlice.actions;
