<?php

declare(strict_types=1);

/* Metrics of the group "valuation multiples": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'price_to_earnings' => [
        'Price to earnings', 'times', 'lower',
        'price / earnings_per_share_diluted',
        'earnings_per_share_diluted <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Trailing diluted earnings per share as reported (IAS 33); one-offs included.',
    ],
    'cyclically_adjusted_price_to_earnings' => [
        'Cyclically adjusted price to earnings', 'times', 'lower',
        'price / (mean_of(earnings_per_share_diluted / consumer_price_index, 10) * consumer_price_index)',
        'mean_of(earnings_per_share_diluted / consumer_price_index, 10) <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Ten-year mean of inflation-adjusted earnings per share (Campbell and Shiller 1988).',
    ],
    'price_to_sales' => [
        'Price to sales', 'times', 'lower',
        'market_cap / revenue',
        'revenue <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'price_to_book' => [
        'Price to book', 'times', 'lower',
        'market_cap / common_equity',
        'common_equity <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'price_to_tangible_book' => [
        'Price to tangible book', 'times', 'lower',
        'market_cap / tangible_common_equity',
        'tangible_common_equity <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'price_to_free_cash_flow' => [
        'Price to free cash flow', 'times', 'lower',
        'market_cap / free_cash_flow',
        'free_cash_flow <= 0', 'industrial', 'trailing',
        '',
    ],
    'ev_to_ebitda' => [
        'Enterprise value to EBITDA', 'times', 'lower',
        'enterprise_value / ebitda',
        'min(enterprise_value, ebitda) <= 0', 'industrial', 'trailing',
        '',
    ],
    'ev_to_ebit' => [
        'Enterprise value to EBIT', 'times', 'lower',
        'enterprise_value / ebit',
        'min(enterprise_value, ebit) <= 0', 'industrial', 'trailing',
        '',
    ],
    'ev_to_sales' => [
        'Enterprise value to sales', 'times', 'lower',
        'enterprise_value / revenue',
        'min(enterprise_value, revenue) <= 0', 'industrial', 'trailing',
        '',
    ],
    'earnings_yield' => [
        'Earnings yield', 'percent', 'higher',
        'earnings_per_share_diluted / price',
        'price <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Stays meaningful with losses: sorts a whole universe where the multiple cannot.',
    ],
    'ebit_to_enterprise_value' => [
        'EBIT yield on enterprise value', 'percent', 'higher',
        'ebit / enterprise_value',
        'enterprise_value <= 0', 'industrial', 'trailing',
        'Greenblatt (2005).',
    ],
    'free_cash_flow_yield' => [
        'Free cash flow yield', 'percent', 'higher',
        'free_cash_flow / market_cap',
        'market_cap <= 0', 'industrial', 'trailing',
        '',
    ],
    'earnings_yield_spread' => [
        'Earnings yield less risk-free rate', 'percent', 'higher',
        'earnings_yield - risk_free_rate',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Real against nominal rates: a rough gauge only.',
    ],
    'price_earnings_to_growth' => [
        'Price/earnings to growth (PEG)', 'ratio', 'lower',
        'price_to_earnings / (100 * earnings_per_share_growth_5y)',
        'earnings_per_share_growth_5y <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Past 5-year growth in percent points. Misleading for very low growth.',
    ],
    'price_to_net_current_assets' => [
        'Price to net current asset value', 'ratio', 'lower',
        'price / net_current_asset_value_per_share',
        'net_current_asset_value_per_share <= 0', 'industrial', 'trailing',
        'Graham bought below two thirds.',
    ],
    'price_to_earnings_to_own_5y_mean' => [
        'Price to earnings against own 5-year mean', 'ratio', 'lower',
        'price_to_earnings / mean_of(price_to_earnings, 5)',
        null, 'industrial|bank|insurer|property', 'trailing',
        '1 = in line. Past values at fiscal year ends, loss years dropped; an extreme year distorts a mean of ratios: the median (median_of) is more robust.',
    ],
    'price_to_earnings_to_own_10y_mean' => [
        'Price to earnings against own 10-year mean', 'ratio', 'lower',
        'price_to_earnings / mean_of(price_to_earnings, 10)',
        null, 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'ev_to_ebitda_to_own_5y_mean' => [
        'EV/EBITDA against own 5-year mean', 'ratio', 'lower',
        'ev_to_ebitda / mean_of(ev_to_ebitda, 5)',
        null, 'industrial', 'trailing',
        '',
    ],
    'price_to_book_to_own_5y_mean' => [
        'Price to book against own 5-year mean', 'ratio', 'lower',
        'price_to_book / mean_of(price_to_book, 5)',
        null, 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'price_to_earnings_to_sector' => [
        'Price to earnings against sector median', 'ratio', 'lower',
        'price_to_earnings / sector_median(price_to_earnings)',
        null, 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'ev_to_ebitda_to_sector' => [
        'EV/EBITDA against sector median', 'ratio', 'lower',
        'ev_to_ebitda / sector_median(ev_to_ebitda)',
        null, 'industrial', 'trailing',
        '',
    ],
    'graham_number' => [
        'Graham number', 'money_per_share', 'higher',
        'sqrt(22.5 * earnings_per_share_diluted * book_value_per_share)',
        'min(earnings_per_share_diluted, book_value_per_share) <= 0', 'industrial|bank|insurer', 'trailing',
        'Graham (1973): ceiling from 15 times earnings and 1.5 times book.',
    ],
    'price_to_graham_number' => [
        'Price to Graham number', 'ratio', 'lower',
        'price / graham_number',
        null, 'industrial|bank|insurer', 'trailing',
        '',
    ],
    'earnings_power_value_per_share' => [
        'Earnings power value per share', 'money_per_share', 'higher',
        '(revenue * mean_of(operating_margin, 5) * (1 - operating_tax_rate) / wacc - enterprise_value + market_cap) / shares_outstanding',
        'mean_of(operating_margin, 5) <= 0', 'industrial', 'trailing',
        'Greenwald and others (2001): normalised NOPAT without growth over the cost of capital, less net claims ahead of the share.',
    ],
    'discounted_cash_flow_value_per_share' => [
        'Discounted cash flow value per share, automatic two-stage', 'money_per_share', 'higher',
        '(free_cash_flow_to_firm * ((1 + first_stage_growth) / (wacc - first_stage_growth) * (1 - ((1 + first_stage_growth) / (1 + wacc)) ** 10) + ((1 + first_stage_growth) / (1 + wacc)) ** 10 * (1 + terminal_growth) / (wacc - terminal_growth)) - enterprise_value + market_cap) / shares_outstanding',
        'free_cash_flow_to_firm <= 0 or wacc - terminal_growth <= 0', 'industrial', 'trailing',
        'Ten years at first_stage_growth, then terminal_growth for ever; a screening aid, not a model. Breaks when growth equals the cost of capital exactly.',
    ],
    'first_stage_growth' => [
        'Growth assumed for the first stage', 'percent', 'neutral',
        'min(max(revenue_growth_5y, 0), 0.1)',
        null, 'industrial', 'annual',
        'Past 5-year revenue growth limited to 0-10 percent.',
    ],
    'terminal_growth' => [
        'Growth assumed for ever', 'percent', 'neutral',
        'max(min(risk_free_rate - 0.005, 0.03), 0)',
        null, 'industrial|bank|insurer|property', 'latest',
        'Below the risk-free rate and at most 3 percent. A modelling choice.',
    ],
    'discounted_cash_flow_upside' => [
        'Discounted cash flow value against price', 'percent', 'higher',
        'discounted_cash_flow_value_per_share / price - 1',
        'price <= 0', 'industrial', 'trailing',
        '',
    ],
    'free_cash_flow_implied_growth' => [
        'Growth implied by enterprise value', 'percent', 'lower',
        '(wacc * enterprise_value - free_cash_flow_to_firm) / (enterprise_value + free_cash_flow_to_firm)',
        'min(enterprise_value, free_cash_flow_to_firm) <= 0', 'industrial', 'trailing',
        'Perpetual growth g solving EV = FCFF (1+g) / (WACC - g).',
    ],
    'dividend_implied_growth' => [
        'Growth implied by the dividend', 'percent', 'lower',
        '(cost_of_equity * price - dividends_per_share) / (price + dividends_per_share)',
        'dividends_per_share <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Solves price = D (1+g) / (r-g) for g (Gordon and Shapiro 1956).',
    ],
    'residual_income_value_per_share' => [
        'Residual income value per share', 'money_per_share', 'higher',
        '(common_equity + 0.62 * residual_income / (1 + cost_of_equity - 0.62)) / shares_outstanding_period_end',
        'common_equity <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Ohlson (1995) with persistence 0.62 (Dechow, Hutton and Sloan 1999) and no other information.',
    ],
    'justified_price_to_book' => [
        'Justified price to book', 'times', 'neutral',
        '(return_on_equity - terminal_growth) / (cost_of_equity - terminal_growth)',
        'min(return_on_equity, cost_of_equity) - terminal_growth <= 0', 'bank|insurer', 'trailing',
        'From the constant-growth model; compare with price_to_book.',
    ],
];
