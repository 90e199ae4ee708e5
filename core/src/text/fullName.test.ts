import { expect, test } from '@jest/globals';
import { fullName } from './fullName';

test.each([
  ['Chidi', 'Abara', 'Chidi Abara'],
  ['', 'Suharto', 'Suharto'],
  ['Mai', '', 'Mai'],
  ['', '', ''],
  ['娜', '李', '李娜'],
  ['花子', '田中', '田中花子'],
  ['민준', '김', '김민준'],
  ['Amy', '李', 'Amy 李'],
  ['', '李', '李'],
  ['สมชาย', 'ศรีสุข', 'สมชาย ศรีสุข'],
])('%j and %j are called %j', (given, last, name) => {
  expect(fullName(given, last)).toBe(name);
});
