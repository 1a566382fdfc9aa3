/** From so many curves on, colours and markers alone do not tell them apart, and they cross everywhere. */
export const CROWD = 9;
