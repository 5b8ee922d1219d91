import { describe, expect, test } from '@jest/globals';
import { afterValue } from './SearchField.tsx';

describe('a field whose text the address follows', () => {
  const typed = { text: 'kne', seen: '', told: ['k', 'kn', 'kne'] };

  test('late and skipped echoes of what it told take no letter away', () => {
    const late = afterValue(typed, 'k');
    expect(late.text).toBe('kne');
    expect(afterValue(late, 'kne')).toEqual({ text: 'kne', seen: 'kne', told: [] });
  });

  test('what comes from elsewhere is shown: cleared, or gone back', () => {
    const settled = { text: 'kne', seen: 'kne', told: [] };
    expect(afterValue(settled, '').text).toBe('');
    expect(afterValue(settled, 'squat').text).toBe('squat');
  });
});
