import { boardUp, onWanted, sayUp } from './boardWanted';

test('who has something to say waits for the board, and asks for it', async () => {
  const said: string[] = [];
  const stop = onWanted(() => said.push('asked'));
  const waiting = boardUp().then(() => said.push('spoke'));
  await Promise.resolve();
  expect(said).toEqual(['asked']);
  sayUp();
  await waiting;
  expect(said).toEqual(['asked', 'spoke']);
  stop();
});

test('a board that is up answers at once; one that went is not asked', async () => {
  const stop = onWanted(sayUp);
  await boardUp();
  stop();
  let spoke = false;
  void boardUp().then(() => (spoke = true));
  await new Promise((resolve) => setTimeout(resolve));
  expect(spoke).toBe(false);
});
