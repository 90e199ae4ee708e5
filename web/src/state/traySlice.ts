import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { AssignmentId, FileId, UploadId } from '@vestibul/core';
import type { PageFailure } from './contractQuery';

/** A file on its way from this page. */
export interface Sending {
  key: string;
  /** The assignment whose tray it is for; null is the drawer. */
  assignmentId: AssignmentId | null;
  /** The file in the drawer of which it is a newer version. */
  changes: FileId | null;
  originalName: string;
  bytes: number;
  sent: number;
  /** `waiting`: the connection or the school's room is gone, as `failure` says, and it will go on by itself. */
  status: 'queued' | 'sending' | 'waiting' | 'failed';
  uploadId: UploadId | null;
  failure: PageFailure | null;
}

const traySlice = createSlice({
  name: 'tray',
  initialState: [] as Sending[],
  reducers: {
    added: (state, { payload }: PayloadAction<Sending>) => {
      state.push(payload);
    },
    changed: (state, { payload }: PayloadAction<Partial<Sending> & { key: string }>) => {
      const found = state.find((sending) => sending.key === payload.key);
      if (found) Object.assign(found, payload);
    },
    removed: (state, { payload }: PayloadAction<string>) =>
      state.filter((sending) => sending.key !== payload),
  },
});

export const { added, changed, removed } = traySlice.actions;
export const trayReducer = traySlice.reducer;
