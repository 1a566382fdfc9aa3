import { fieldsOf } from './fieldsOf';

interface Fan {
  name: string;
  count: number;
  eachPrice: number | null;
}

test('a field sets its own part and leaves the others; what is emptied is null, or what it is to be then', () => {
  const written: Fan[] = [];
  const fan: Fan = { name: 'Lebeche', count: 2, eachPrice: 9.5 };
  const at = fieldsOf(
    fan,
    (now) => written.push(now),
    (field) => (field === 'name' ? 'a name was expected' : undefined),
  );
  expect(at('name')).toMatchObject({ value: 'Lebeche', error: 'a name was expected' });
  expect(at('count', 1).error).toBeUndefined();
  at('name').onValue('');
  at('eachPrice').onValue(null);
  at('count', 1).onValue(null);
  at('count', 1).onValue(0);
  expect(written).toEqual([
    { ...fan, name: '' },
    { ...fan, eachPrice: null },
    { ...fan, count: 1 },
    { ...fan, count: 0 },
  ]);
});
