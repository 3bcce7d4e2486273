<?php

declare(strict_types=1);

/* Metrics of the group "risk": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'volatility_1y' => [
        'Volatility, 1 year', 'percent', 'lower',
        'volatility(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        'Annualised standard deviation of daily log returns.',
    ],
    'beta_raw' => [
        'Beta, raw', 'ratio', 'neutral',
        'beta_to_index(60)',
        null, 'industrial|bank|insurer|property', 'daily',
        '60 monthly returns against the home index, least squares.',
    ],
    'beta_adjusted' => [
        'Beta, adjusted', 'ratio', 'neutral',
        '1 / 3 + 2 / 3 * beta_raw',
        null, 'industrial|bank|insurer|property', 'daily',
        'Pulled towards one (Blume 1971); his estimated weights were near one third and two thirds.',
    ],
    'max_drawdown_1y' => [
        'Largest drawdown, 1 year', 'percent', 'lower',
        'drawdown(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        'Positive fraction of the earlier peak.',
    ],
    'max_drawdown_5y' => [
        'Largest drawdown, 5 years', 'percent', 'lower',
        'drawdown(\'5y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'downside_deviation_1y' => [
        'Downside deviation, 1 year', 'percent', 'lower',
        'downside_deviation(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        'Below the short-term rate; root mean square over all days.',
    ],
    'sharpe_ratio_1y' => [
        'Sharpe ratio, 1 year', 'ratio', 'higher',
        '(total_return(\'1y\') - bill_rate) / volatility(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        'Sharpe (1966). One year of data is mostly noise.',
    ],
    'sortino_ratio_1y' => [
        'Sortino ratio, 1 year', 'ratio', 'higher',
        '(total_return(\'1y\') - bill_rate) / downside_deviation(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        'Sortino and van der Meer (1991).',
    ],
    'value_at_risk_95' => [
        'Value at risk, 1 day, 95 percent', 'percent', 'lower',
        'value_at_risk(\'2y\', 0.95)',
        null, 'industrial|bank|insurer|property', 'daily',
        'Historical simulation on two years; positive fraction.',
    ],
    'illiquidity' => [
        'Illiquidity (Amihud)', 'ratio', 'lower',
        'amihud(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        'Amihud (2002): mean of absolute daily return over traded value in the currency it trades in, times one million.',
    ],
    'median_traded_value_3m' => [
        'Median daily traded value, 3 months', 'money', 'higher',
        'median_traded_value(\'3m\')',
        null, 'industrial|bank|insurer|property', 'daily',
        'Median, so that single block trades do not flatter it.',
    ],
    'cost_of_equity' => [
        'Cost of equity', 'percent', 'lower',
        'risk_free_rate + beta_adjusted * equity_risk_premium',
        null, 'industrial|bank|insurer|property', 'latest',
        'Capital asset pricing model (Sharpe 1964, Lintner 1965).',
    ],
    'wacc' => [
        'Weighted average cost of capital', 'percent', 'lower',
        '(market_cap * cost_of_equity + (total_debt + operating_lease_liabilities) * debt_rate_for_wacc * (1 - corporate_tax_rate)) / (market_cap + total_debt + operating_lease_liabilities)',
        'market_cap + total_debt + operating_lease_liabilities <= 0', 'industrial|property', 'trailing',
        'Market value of equity, book value of debt and operating leases, statutory tax rate: the rate a discounted cash flow starts with. Preferred equity and minority interest left out of the weights.',
    ],
    'debt_rate_for_wacc' => [
        'Cost of debt used in the cost of capital', 'percent', 'lower',
        'risk_free_rate + credit_spread(ebit, interest_expense)',
        null, 'industrial|property', 'trailing',
        'Ten-year government yield and the spread of a synthetic grade by interest cover; the best grade without interest. Interest paid on average debt is cost_of_debt, an alternative one can choose in a valuation.',
    ],
    'unlevered_beta' => [
        'Unlevered beta', 'ratio', 'neutral',
        'beta_raw / (1 + (1 - corporate_tax_rate) * total_debt / market_cap)',
        null, 'industrial', 'daily',
        'Hamada 1972',
    ],
];
