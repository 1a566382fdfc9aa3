/** Status of the answer where a change of a run was not saved. */
export const EDIT_STATUS = { conflict: 409, gone: 404, refused: 422, asked: 422 } as const;
