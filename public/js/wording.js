// Words that scripts make.

// "1 file", "3 files"; +many+ where that is not the word with an s.
export const counted = (count, one, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;

// A name that a label gives: "Left-hand guard" becomes "left_hand_guard"; none begins with a digit.
export const nameFrom = (label) => label.trim().toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '_').replace(/^_+|_+$/g, '').replace(/^(?=\d)/, '_');
