/** No rig is chosen yet: whoever begins says which it is. */
export const ASK_RIG = '?';
export const NEW_RIG = 'new';
