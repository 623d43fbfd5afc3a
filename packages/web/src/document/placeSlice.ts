/** Which unit of the open case is looked at; what an address says of it is put here, so that every selector knows it. */
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

interface Place {
  /** null: the first unit of the case. */
  unit: string | null;
}

const initialState: Place = { unit: null };

const placeSlice = createSlice({
  name: 'place',
  initialState,
  reducers: {
    unitLookedAt(state, { payload }: PayloadAction<string | null>) {
      state.unit = payload;
    },
  },
});

export const placeReducer = placeSlice.reducer;
export const { unitLookedAt } = placeSlice.actions;
