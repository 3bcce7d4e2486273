<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;

/** What a table of rows holds, with its columns and the ways they are usually headed. */
enum TableKind: string
{
    case Prices = 'prices';
    case Dividends = 'dividends';
    case Splits = 'splits';
    case Estimates = 'estimates';
    case Holders = 'holders';
    case InsiderTrades = 'insider_trades';
    case Figures = 'figures';
    case Drivers = 'drivers';
    case Listings = 'listings';
    case FormerValues = 'former_values';
    case CompanyList = 'list';
    case Transactions = 'transactions';
    case Positions = 'positions';

    public function label(): string
    {
        return Words::label(
            "table.{$this->value}",
            match ($this) {
                self::Prices => 'Prices',
                self::Dividends => 'Dividends',
                self::Splits => 'Splits',
                self::Estimates => 'Estimates',
                self::Holders => 'Holders',
                self::InsiderTrades => 'Insider trades',
                self::Figures => 'Statement figures, one a row',
                self::Drivers => 'Segments and operating drivers',
                self::Listings => 'Listings, classes of shares and identifiers',
                self::FormerValues => 'Former names, sectors and currencies',
                self::CompanyList => 'A list of companies',
                self::Transactions => 'Transactions of a portfolio',
                self::Positions => 'Positions of a portfolio',
            },
        );
    }

    /** Whether what it holds is somebody's own, not data about companies. */
    public function isPersonal(): bool
    {
        return in_array($this, [self::CompanyList, self::Transactions, self::Positions], true);
    }

    /** Whether amounts of it may be written in thousands or millions. */
    public function isOfAmounts(): bool
    {
        return in_array($this, [self::Figures, self::Drivers, self::Estimates], true);
    }

    /**
     * Columns by key: label, type, whether it must be there, usual headings.
     *
     * @return array<string, array{string, 'day'|'number'|'text'|'company'|'period', bool, list<string>}>
     */
    public function columns(): array
    {
        $columns = $this->declared();
        foreach ($columns as $key => [$label]) {
            $columns[$key][0] = Words::label("table.{$this->value}.{$key}", $label);
        }

        return $columns;
    }

    /** @return array<string, array{string, 'day'|'number'|'text'|'company'|'period', bool, list<string>}> labels in English */
    private function declared(): array
    {
        $company = [
            'Company',
            'company',
            false,
            ['company', 'ticker', 'symbol', 'isin', 'security', 'instrument', 'name', 'issuer', 'stock', 'share'],
        ];
        $mustCompany = [$company[0], $company[1], true, $company[3]];

        return match ($this) {
            self::Prices => [
                'company' => $company,
                'day' => ['Date', 'day', true, ['date', 'day', 'trading day', 'trade date', 'time', 'datum']],
                'open' => ['Open', 'number', false, ['open', 'opening price', 'o']],
                'high' => ['High', 'number', false, ['high', 'day high', 'max', 'h']],
                'low' => ['Low', 'number', false, ['low', 'day low', 'min', 'l']],
                'close' => [
                    'Close',
                    'number',
                    true,
                    ['close', 'closing price', 'last', 'price', 'last price', 'close price', 'settle', 'c'],
                ],
                'adjusted' => [
                    'Adjusted close',
                    'number',
                    false,
                    ['adjusted close', 'adj close', 'adjusted', 'adj. close', 'close adjusted', 'adjusted closing price'],
                ],
                'volume' => ['Volume', 'number', false, ['volume', 'vol', 'shares traded', 'turnover shares', 'quantity', 'v']],
            ],
            self::Dividends => [
                'company' => $company,
                'day' => ['Ex-date', 'day', true, ['ex-date', 'ex date', 'ex dividend date', 'ex-dividend date', 'ex', 'date']],
                'paid_on' => ['Paid on', 'day', false, ['payment date', 'pay date', 'paid on', 'payable date', 'paid']],
                'amount' => [
                    'Amount per share',
                    'number',
                    true,
                    ['amount', 'dividend', 'dividend per share', 'cash amount', 'rate', 'dps', 'value'],
                ],
                'currency' => ['Currency', 'text', false, ['currency', 'ccy']],
            ],
            self::Splits => [
                'company' => $company,
                'day' => ['Ex-date', 'day', true, ['ex-date', 'ex date', 'date', 'effective date', 'effective']],
                'ratio' => ['New shares per old', 'text', true, ['ratio', 'split', 'split ratio', 'new per old', 'factor', 'stock split']],
            ],
            self::Estimates => [
                'company' => $company,
                'line' => ['Item', 'text', true, ['item', 'line', 'measure', 'metric', 'estimate of', 'field']],
                'period' => ['Period', 'period', true, ['period', 'fiscal year', 'year', 'fiscal period', 'target period']],
                'day' => ['As of', 'day', true, ['date', 'as of', 'snapshot', 'day', 'estimate date', 'published']],
                'mean' => ['Mean', 'number', true, ['mean', 'consensus', 'estimate', 'average', 'value']],
                'analysts' => [
                    'Analysts',
                    'number',
                    false,
                    ['analysts', 'count', 'number of estimates', 'estimates', 'number of analysts', 'n'],
                ],
                'deviation' => ['Deviation', 'number', false, ['deviation', 'standard deviation', 'std', 'stdev']],
                'high' => ['High', 'number', false, ['high', 'highest', 'max']],
                'low' => ['Low', 'number', false, ['low', 'lowest', 'min']],
            ],
            self::Holders => [
                'company' => $company,
                'holder' => ['Holder', 'text', true, ['holder', 'shareholder', 'owner', 'institution', 'investor', 'name of holder']],
                'day' => ['As of', 'day', true, ['date', 'as of', 'report date', 'reported', 'day', 'filing date']],
                'shares' => ['Shares', 'number', true, ['shares', 'shares held', 'number of shares', 'position', 'holding', 'quantity']],
                'kind' => ['Kind', 'text', false, ['kind', 'type', 'category', 'holder type']],
            ],
            self::InsiderTrades => [
                'company' => $company,
                'day' => ['Date', 'day', true, ['date', 'trade date', 'transaction date', 'day']],
                'insider' => ['Insider', 'text', true, ['insider', 'person', 'reporting person', 'director', 'owner', 'who']],
                'role' => ['Role', 'text', false, ['role', 'position', 'title', 'relationship', 'function']],
                'direction' => [
                    'Buy or sell',
                    'text',
                    false,
                    ['direction', 'buy or sell', 'type', 'transaction', 'transaction type', 'side', 'action'],
                ],
                'shares' => ['Shares', 'number', true, ['shares', 'number of shares', 'quantity', 'volume', 'amount']],
                'price' => ['Price', 'number', false, ['price', 'price per share', 'average price']],
            ],
            self::Figures => [
                'company' => $company,
                'line' => ['Line', 'text', true, ['line', 'item', 'line item', 'account', 'concept', 'tag', 'figure', 'metric', 'label']],
                'period' => [
                    'Period',
                    'period',
                    true,
                    ['period', 'fiscal period', 'fiscal year', 'year', 'period end', 'end date', 'end', 'fy'],
                ],
                'value' => ['Value', 'number', true, ['value', 'amount', 'figure', 'number', 'val']],
                'filed_on' => ['Filed on', 'day', false, ['filed on', 'filed', 'filing date', 'published', 'report date', 'public since']],
                'currency' => ['Currency', 'text', false, ['currency', 'ccy', 'unit', 'units']],
            ],
            self::Drivers => [
                'company' => $company,
                'axis' => ['Kind', 'text', false, ['kind', 'axis', 'type', 'dimension']],
                'member' => ['Segment or driver', 'text', true, ['segment', 'driver', 'member', 'business', 'region', 'name']],
                'line' => ['Item', 'text', false, ['item', 'line', 'measure', 'what', 'metric']],
                'period' => ['Period', 'period', true, ['period', 'fiscal year', 'year', 'fy']],
                'value' => ['Value', 'number', true, ['value', 'amount', 'figure']],
                'unit' => ['Unit', 'text', false, ['unit', 'units', 'currency']],
                'filed_on' => ['Filed on', 'day', false, ['filed on', 'filed', 'filing date', 'published']],
            ],
            self::Listings => [
                'company' => [$company[0], $company[1], false, ['company', 'name', 'issuer', 'company name']],
                'exchange' => ['Exchange', 'text', true, ['exchange', 'market', 'place', 'mic', 'listed on']],
                'ticker' => ['Ticker', 'text', true, ['ticker', 'symbol', 'code']],
                'currency' => ['Currency', 'text', false, ['currency', 'ccy', 'trading currency']],
                'from' => ['Listed from', 'day', true, ['from', 'listed from', 'since', 'listed since', 'start', 'first day']],
                'to' => ['Listed to', 'day', false, ['to', 'until', 'listed to', 'end', 'delisted on', 'delisted']],
                'reason' => ['Why it ended', 'text', false, ['reason', 'why', 'remark']],
                'class' => ['Class of shares', 'text', false, ['class', 'share class', 'class of shares']],
                'entitlement' => ['Main shares it has the rights of', 'number', false, ['entitlement', 'rights', 'conversion']],
                'main' => ['Main listing', 'text', false, ['main', 'primary', 'main listing']],
                'isin' => ['ISIN', 'text', false, ['isin']],
                'scheme' => ['Kind of identifier', 'text', false, ['scheme', 'kind of identifier', 'identifier type']],
                'identifier' => ['Identifier', 'text', false, ['identifier', 'number', 'id']],
            ],
            self::FormerValues => [
                'company' => $company,
                'attribute' => ['What changed', 'text', true, ['what', 'attribute', 'what changed', 'field', 'kind']],
                'value' => ['Former value', 'text', true, ['former value', 'former', 'value', 'was', 'old', 'before']],
                'until' => ['Until', 'day', true, ['until', 'to', 'changed on', 'end', 'valid to']],
                'now' => ['Value of now', 'text', false, ['now', 'new value', 'new', 'after', 'becomes']],
            ],
            self::CompanyList => [
                'company' => $mustCompany,
                'reason' => ['Remark', 'text', false, ['remark', 'note', 'reason', 'comment', 'notes']],
            ],
            self::Transactions => [
                'portfolio' => ['Portfolio', 'text', false, ['portfolio', 'account', 'depot']],
                'company' => $mustCompany,
                'day' => ['Date', 'day', true, ['date', 'trade date', 'day', 'executed']],
                'direction' => ['Kind', 'text', true, ['kind', 'type', 'transaction', 'action', 'side', 'direction', 'buy or sell']],
                'shares' => ['Shares', 'number', true, ['shares', 'quantity', 'units', 'number']],
                'price' => ['Price', 'number', true, ['price', 'price per share', 'execution price']],
                'costs' => ['Costs', 'number', false, ['costs', 'fees', 'fee', 'commission', 'charges']],
            ],
            self::Positions => [
                'portfolio' => ['Portfolio', 'text', false, ['portfolio', 'account', 'depot']],
                'company' => $mustCompany,
                'day' => ['Held since', 'day', false, ['held since', 'since', 'bought on', 'purchase date', 'date']],
                'shares' => ['Shares', 'number', true, ['shares', 'quantity', 'units', 'number', 'position']],
                'price' => [
                    'Cost a share',
                    'number',
                    true,
                    [
                        'cost a share',
                        'cost per share',
                        'cost price',
                        'average cost',
                        'average price',
                        'purchase price',
                        'entry price',
                        'cost basis per share',
                    ],
                ],
            ],
        };
    }
}
