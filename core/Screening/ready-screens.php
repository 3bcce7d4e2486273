<?php

declare(strict_types=1);

/* Screens and checklists of our own making, each with the belief behind it and where it comes from. */

$size = ['median_traded_value_3m > 100000'];

return [
    'net_current_assets' => [
        'name' => 'Below net current assets',
        'use' => 'screen',
        'belief' => 'A share that costs less than current assets after all liabilities is priced as if the business were worth less than '
            .'nothing. Many of these companies are as poor as they look; as a group they have been too cheap.',
        'literature' => 'B. Graham and D. Dodd, Security Analysis, 1934, on current-asset value; H. Oppenheimer, Financial Analysts '
            .'Journal 42(6), 1986.',
        'criteria' => [
            'price_to_net_current_assets < 1',
            'price_to_net_current_assets > 0',
            'cash_runway > 2 or free_cash_flow > 0',
            ...$size,
        ],
        'columns' => ['market_cap', 'price_to_net_current_assets', 'net_cash_per_share', 'share_price', 'free_cash_flow', 'altman_z'],
        'sort' => ['price_to_net_current_assets'],
    ],
    'nine_points' => [
        'name' => 'Cheap, and getting better at nine points',
        'use' => 'screen',
        'belief' => 'Among shares with a low price to book, accounts that improve in profitability, funding and efficiency tell the ones '
            .'that recover from the ones that do not, and the market reads the accounts late.',
        'literature' => 'J. D. Piotroski, "Value Investing", Journal of Accounting Research 38, 2000.',
        'criteria' => ['universe_percentile(price_to_book) <= 0.4', 'piotroski_score >= 7', ...$size],
        'columns' => [
            'market_cap',
            'price_to_book',
            'piotroski_score',
            'piotroski_profitability',
            'piotroski_funding',
            'piotroski_efficiency',
            'momentum_12_1',
        ],
        'sort' => ['-piotroski_score', 'price_to_book'],
    ],
    'returns_and_yield' => [
        'name' => 'High return on capital at a high earnings yield',
        'use' => 'screen',
        'belief' => 'A business that earns much on its capital is worth more than one that does not, yet both may be had at the same '
            .'multiple of operating profit.',
        'literature' => 'After the idea of ranking return on tangible capital with operating earnings yield: J. Greenblatt, 2005; R. '
            .'Novy-Marx, Journal of Financial Economics 108, 2013, on profitability.',
        'criteria' => [
            'universe_percentile(return_on_tangible_capital) >= 0.7',
            'universe_percentile(ebit_to_enterprise_value) >= 0.7',
            ...$size,
        ],
        'columns' => [
            'market_cap',
            'return_on_tangible_capital',
            'ebit_to_enterprise_value',
            'net_debt_to_ebitda',
            'revenue_growth_5y',
            'price_to_earnings',
        ],
        'sort' => ['-ebit_to_enterprise_value'],
        'ranking' => [
            'components' => [
                ['formula' => 'return_on_tangible_capital', 'weight' => 1, 'better' => 'higher'],
                ['formula' => 'ebit_to_enterprise_value', 'weight' => 1, 'better' => 'higher'],
            ],
            'combination' => 'rank',
            'within' => 'universe',
            'missing' => 'leave_out',
        ],
    ],
    'dividend_growers' => [
        'name' => 'Dividend growers',
        'use' => 'screen',
        'belief' => 'A board that raises its dividend year after year out of free cash knows something about the years ahead, and '
            .'holders of income shares pay for today\'s yield rather than for its growth.',
        'literature' => 'J. Lintner, American Economic Review 46, 1956, on the smoothing of dividends; S. Nissim and A. Ziv, Journal of '
            .'Finance 56, 2001.',
        'criteria' => [
            'dividend_years_rising >= 5',
            'free_cash_flow_payout_ratio < 0.75',
            'dividend_yield > 0.01',
            'dividends_per_share_growth_5y > 0.04',
            ...$size,
        ],
        'columns' => [
            'market_cap',
            'dividend_yield',
            'dividend_years_rising',
            'dividends_per_share_growth_5y',
            'free_cash_flow_payout_ratio',
            'dividend_yield_to_own_5y_mean',
        ],
        'sort' => ['-dividend_years_rising', '-dividend_yield'],
    ],
    'distress' => [
        'name' => 'Signs of distress',
        'use' => 'checklist',
        'belief' => 'Few companies fail without notice: thin cover of interest, falling cash and negative working capital stand in the '
            .'accounts a year or two before. What shows several of these signs is not cheap, whatever the multiple.',
        'literature' => 'E. I. Altman, Journal of Finance 23(4), 1968; J. Ohlson, Journal of Accounting Research 18(1), 1980.',
        'criteria' => [
            'altman_z > 1.81',
            'interest_coverage > 2',
            'current_ratio > 1',
            'free_cash_flow > 0',
            'net_debt_to_ebitda < 4',
            'earnings_years_positive_10y >= 7',
        ],
        'columns' => ['market_cap', 'altman_z', 'interest_coverage', 'current_ratio', 'free_cash_flow', 'net_debt_to_ebitda'],
        'sort' => ['altman_z'],
    ],
    'own_shares' => [
        'name' => 'Rich in cash, with a shrinking share count',
        'use' => 'screen',
        'belief' => 'Managers who buy back shares year after year, without borrowing for it, think them cheap and are seldom far wrong.',
        'literature' => 'D. Ikenberry, J. Lakonishok and T. Vermaelen, Journal of Financial Economics 39, 1995.',
        'criteria' => ['share_count_change_5y < -0.01', 'net_debt_to_ebitda < 0.5', 'free_cash_flow_yield > 0.04', ...$size],
        'columns' => [
            'market_cap',
            'share_count_change_5y',
            'share_count_change_1y',
            'net_cash_per_share',
            'free_cash_flow_yield',
            'buyback_yield',
            'price_to_earnings',
        ],
        'sort' => ['share_count_change_5y'],
    ],
    'quiet_compounders' => [
        'name' => 'Quiet compounders',
        'use' => 'screen',
        'belief' => 'The market pays too little attention to companies that earn high returns, owe little and simply go on.',
        'literature' => 'C. Asness, A. Frazzini and L. Pedersen, "Quality minus junk", Review of Accounting Studies 24, 2019.',
        'criteria' => [
            'return_on_invested_capital > 0.15',
            'return_on_invested_capital_mean_10y > 0.12',
            'net_debt_to_ebitda < 1.5',
            'revenue_declines_10y <= 2',
            'price_to_earnings < 22',
            ...$size,
        ],
        'columns' => [
            'market_cap',
            'price_to_earnings',
            'return_on_invested_capital',
            'return_on_invested_capital_mean_10y',
            'net_debt_to_ebitda',
            'revenue_growth_5y',
        ],
        'sort' => ['-return_on_invested_capital'],
    ],
    'accruals' => [
        'name' => 'Profit ahead of cash',
        'use' => 'checklist',
        'belief' => 'Earnings made of accruals do not last, and those who read only earnings find out later.',
        'literature' => 'R. G. Sloan, The Accounting Review 71(3), 1996; M. D. Beneish, Financial Analysts Journal 55(5), 1999.',
        'criteria' => [
            'accruals_cash_flow < 0.06',
            'cash_conversion > 0.8',
            'receivables_growth_gap < 0.1',
            'inventory_growth_gap < 0.1',
            'beneish_m < -1.78',
        ],
        'columns' => ['market_cap', 'accruals_cash_flow', 'cash_conversion', 'receivables_growth_gap', 'beneish_m'],
        'sort' => ['-accruals_cash_flow'],
    ],
    'winners' => [
        'name' => 'Winners with rising estimates',
        'use' => 'screen',
        'belief' => 'News sinks in slowly: shares that rose over the past year, and whose estimates are being raised, go on for some '
            .'months.',
        'literature' => 'N. Jegadeesh and S. Titman, Journal of Finance 48, 1993; L. Chan, N. Jegadeesh and J. Lakonishok, Journal of '
            .'Finance 51, 1996.',
        'criteria' => ['universe_percentile(momentum_12_1) >= 0.8', 'earnings_revision_90d > 0', 'distance_to_average_200d > 0', ...$size],
        'columns' => [
            'market_cap',
            'momentum_12_1',
            'earnings_revision_90d',
            'earnings_surprise',
            'distance_to_average_200d',
            'volatility_1y',
        ],
        'sort' => ['-momentum_12_1'],
    ],
    'below_own_past' => [
        'name' => 'Cheaper than its own past, and no worse',
        'use' => 'screen',
        'belief' => 'A multiple far below its own mean is a mistake when the business is what it was. It is none when margins stand at '
            .'their peak.',
        'literature' => 'W. De Bondt and R. Thaler, Journal of Finance 40(3), 1985, on overreaction.',
        'criteria' => [
            'price_to_earnings_to_own_10y_mean < 0.8',
            'operating_margin_range_position_10y < 0.8',
            'revenue_growth_3y > 0',
            'interest_coverage > 4',
            ...$size,
        ],
        'columns' => [
            'market_cap',
            'price_to_earnings',
            'price_to_earnings_to_own_10y_mean',
            'operating_margin_range_position_10y',
            'revenue_growth_3y',
            'earnings_revision_90d',
        ],
        'sort' => ['price_to_earnings_to_own_10y_mean'],
    ],
    'defensive' => [
        'name' => 'The defensive buyer',
        'use' => 'checklist',
        'belief' => 'Someone who will not follow shares day by day should ask for size, strength, a record and a moderate price, and do '
            .'without the rest.',
        'literature' => 'B. Graham, The Intelligent Investor, 1949, the demands on a defensive investor, in our own figures.',
        'criteria' => [
            'market_cap > 200000000',
            'current_ratio >= 2',
            'earnings_years_positive_10y >= 9',
            'dividend_years_paid >= 8',
            'earnings_per_share_growth_10y > 0.03',
            'price_to_earnings < 15',
            ['group' => 'any', 'criteria' => ['price_to_book < 1.5', 'price_to_graham_number < 1']],
        ],
        'columns' => [
            'market_cap',
            'current_ratio',
            'earnings_years_positive_10y',
            'price_to_earnings',
            'price_to_book',
            'price_to_graham_number',
        ],
        'sort' => ['price_to_graham_number'],
    ],
    'sound_banks' => [
        'name' => 'Sound banks below book',
        'use' => 'screen',
        'belief' => 'After bad years all banks sell below book, those that will earn their cost of equity too.',
        'literature' => 'Residual income: J. Ohlson, Contemporary Accounting Research 11, 1995. A bank is worth its book when it earns '
            .'its cost of equity.',
        'criteria' => [
            'price_to_tangible_book < 1.2',
            'return_on_tangible_equity > cost_of_equity',
            'common_equity_tier1_ratio > 0.12',
            'non_performing_loan_ratio < 0.04',
        ],
        'universe' => ['templates' => ['bank']],
        'columns' => [
            'market_cap',
            'price_to_tangible_book',
            'return_on_tangible_equity',
            'cost_of_equity',
            'common_equity_tier1_ratio',
            'non_performing_loan_ratio',
            'efficiency_ratio',
        ],
        'sort' => ['price_to_tangible_book'],
    ],
    'covered_rents' => [
        'name' => 'Property with covered payouts',
        'use' => 'screen',
        'belief' => 'Payouts above earnings frighten people away from property companies whose funds from operations cover them.',
        'literature' => 'Funds from operations as the measure of what property can pay out: the trade\'s standard of 1991 and after.',
        'criteria' => ['adjusted_funds_from_operations_payout < 0.95', 'loan_to_value < 0.5', 'occupancy > 0.9', 'dividend_yield > 0.03'],
        'universe' => ['templates' => ['property']],
        'columns' => [
            'market_cap',
            'dividend_yield',
            'adjusted_funds_from_operations_payout',
            'price_to_funds_from_operations',
            'loan_to_value',
            'occupancy',
            'net_asset_value_discount',
        ],
        'sort' => ['-dividend_yield'],
    ],
];
