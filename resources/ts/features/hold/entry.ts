/** Kinds of transactions, and which figures each takes besides its day. */
export const TYPES: Record<string, { word: string; fields: string[] }> = {
  buy: { word: 'Buy', fields: ['security', 'quantity', 'price', 'fee', 'tax'] },
  sell: { word: 'Sell', fields: ['security', 'quantity', 'price', 'fee', 'tax'] },
  dividend: { word: 'Dividend', fields: ['security', 'amount', 'tax', 'currency'] },
  deposit: { word: 'Deposit', fields: ['amount', 'currency'] },
  withdrawal: { word: 'Withdrawal', fields: ['amount', 'currency'] },
  interest: { word: 'Interest', fields: ['amount', 'tax', 'currency'] },
  fee: { word: 'Fee', fields: ['amount', 'currency'] },
  tax: { word: 'Tax', fields: ['security', 'amount', 'currency'] },
  currency_exchange: { word: 'Currency exchange', fields: ['amount', 'currency', 'to_amount', 'to_currency'] },
  split: { word: 'Split', fields: ['security', 'ratio', 'price'] },
  spin_off: { word: 'Spin-off', fields: ['security', 'new_security', 'ratio', 'cost_share', 'price'] },
  transfer_in: { word: 'Transfer in', fields: ['security', 'quantity', 'cost', 'acquired'] },
  transfer_out: { word: 'Transfer out', fields: ['security', 'quantity'] },
}

export const FIELDS: Record<string, string> = {
  security: 'Security',
  quantity: 'Quantity',
  price: 'Price a unit',
  amount: 'Amount',
  fee: 'Fee',
  tax: 'Tax',
  currency: 'Currency',
  to_amount: 'Amount received',
  to_currency: 'Currency received',
  ratio: 'New units for each old one',
  new_security: 'New security',
  cost_share: 'Part of the cost that goes along',
  cost: 'What it cost in all',
  acquired: 'Acquired on',
}

/** What a field means where its kind of transaction gives it another sense. */
export function fieldWord(field: string, type: string): string {
  if (field === 'price' && (type === 'split' || type === 'spin_off')) return 'Paid for a fraction, a unit'
  if (field === 'ratio' && type === 'spin_off') return 'New units for each held'
  if (field === 'amount' && type === 'currency_exchange') return 'Amount given'
  return FIELDS[field] ?? field
}
