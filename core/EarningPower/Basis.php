<?php

declare(strict_types=1);

namespace Logion\EarningPower;

use Logion\Reporting\ReportingModel;

/** What a share earns, holds or pays, by which its price can be measured. */
enum Basis: string
{
    case Earnings = 'earnings';

    case BasicEarnings = 'earnings_basic';

    case OperatingCashFlow = 'operating_cash_flow';

    case FreeCashFlow = 'free_cash_flow';

    case Ebitda = 'ebitda';

    case Sales = 'sales';

    case Dividends = 'dividends';

    case BookValue = 'book_value';

    case FundsFromOperations = 'funds_from_operations';

    case AdjustedFundsFromOperations = 'adjusted_funds_from_operations';

    /** A share of a fiscal year, in the reporting currency. */
    public function formula(): string
    {
        return match ($this) {
            self::Earnings => 'earnings_per_share_diluted',
            self::BasicEarnings => 'earnings_per_share_basic',
            self::OperatingCashFlow => 'operating_cash_flow / diluted_shares_average',
            self::FreeCashFlow => 'free_cash_flow_per_share',
            self::Ebitda => 'ebitda / diluted_shares_average',
            self::Sales => 'revenue / diluted_shares_average',
            self::Dividends => 'dividends_per_share',
            self::BookValue => 'book_value_per_share',
            self::FundsFromOperations => 'funds_from_operations_per_share',
            self::AdjustedFundsFromOperations => 'adjusted_funds_from_operations_per_share',
        };
    }

    /** The line that houses expect of it; null where they expect none. */
    public function consensus(): ?string
    {
        return match ($this) {
            self::Earnings => 'earnings_per_share_diluted',
            self::Ebitda => 'ebitda',
            self::Sales => 'revenue',
            self::Dividends => 'dividends_per_share',
            default => null,
        };
    }

    /** Whether that line is told for the whole company and has to be divided by its shares. */
    public function isExpectedInAll(): bool
    {
        return $this === self::Ebitda || $this === self::Sales;
    }

    /** The metric that is the price over it; null where there is none to compare a sector by. */
    public function multiple(): ?string
    {
        return match ($this) {
            self::Earnings => 'price_to_earnings',
            self::OperatingCashFlow => 'price_to_operating_cash_flow',
            self::FreeCashFlow => 'price_to_free_cash_flow',
            self::Sales => 'price_to_sales',
            self::BookValue => 'price_to_book',
            self::FundsFromOperations => 'price_to_funds_from_operations',
            self::AdjustedFundsFromOperations => 'price_to_adjusted_funds_from_operations',
            default => null,
        };
    }

    /**
     * Those that mean something for a kind of business, the usual one first.
     *
     * @param  value-of<ReportingModel>  $template
     * @return non-empty-list<self>
     */
    public static function of(string $template): array
    {
        return match ($template) {
            'property' => [
                self::FundsFromOperations,
                self::AdjustedFundsFromOperations,
                self::Earnings,
                self::OperatingCashFlow,
                self::Sales,
                self::Dividends,
                self::BookValue,
            ],
            'bank', 'insurer' => [self::Earnings, self::BasicEarnings, self::BookValue, self::Dividends, self::Sales],
            default => [
                self::Earnings,
                self::BasicEarnings,
                self::OperatingCashFlow,
                self::FreeCashFlow,
                self::Ebitda,
                self::Sales,
                self::Dividends,
                self::BookValue,
            ],
        };
    }
}
