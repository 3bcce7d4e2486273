<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Figure\Unit;
use Logion\Figure\Words;

/** The register of statement lines. */
final class LineItems
{
    /** Lines of which a negative figure is a mistake of sign. */
    public const NEVER_NEGATIVE = [
        'revenue',
        'cost_of_revenue',
        'selling_general_administrative',
        'general_administrative',
        'research_development',
        'operating_expenses',
        'interest_and_dividend_income',
        'non_interest_expense',
        'premiums_earned',
        'claims_incurred',
        'policy_acquisition_costs',
        'rental_income',
        'property_operating_costs',
        'cash_and_equivalents',
        'receivables',
        'inventories',
        'prepaid_expenses',
        'total_current_assets',
        'property_plant_equipment_net',
        'goodwill',
        'intangible_assets',
        'total_non_current_assets',
        'total_assets',
        'net_loans',
        'gross_loans',
        'deposits',
        'invested_assets',
        'investment_property',
        'accounts_payable',
        'accrued_liabilities',
        'short_term_debt',
        'long_term_debt',
        'total_debt',
        'total_current_liabilities',
        'total_liabilities',
        'technical_reserves',
        'temporary_equity',
        'treasury_stock',
        'depreciation',
        'amortization_of_intangibles',
        'depreciation_amortization',
        'capital_expenditure',
        'dividends_paid',
        'shares_repurchased',
        'debt_repaid',
        'basic_shares_average',
        'diluted_shares_average',
        'shares_outstanding_period_end',
        'employees',
    ];

    /** @var array<string, LineItem>|null */
    private static ?array $items = null;

    /** @return array<string, LineItem> by key, in statement order */
    public static function all(): array
    {
        return self::$items ??= self::build();
    }

    public static function find(string $key): ?LineItem
    {
        return self::all()[$key] ?? null;
    }

    /**
     * The lines of one statement of a template, in order.
     *
     * @return list<LineItem>
     */
    public static function ofStatement(string $statement, ReportingModel $template): array
    {
        return array_values(
            array_filter(self::all(), static fn (LineItem $item): bool => $item->statement === $statement && $item->fits($template)),
        );
    }

    public static function mayBeNegative(string $line): bool
    {
        return ! in_array($line, self::NEVER_NEGATIVE, true);
    }

    /** @return array<string, LineItem> */
    private static function build(): array
    {
        $items = [];
        foreach (require __DIR__.'/line-items.php' as $key => $line) {
            /** @var list<string> $models */
            $models = $line['models'];
            $rules = array_map(static fn (array $sums): array => array_map(self::signedSum(...), $sums), $line['rules'] ?? []);
            $items[$key] = new LineItem(
                $key,
                Words::label("line.{$key}", $line['label']),
                $line['label'],
                $line['statement'],
                array_map(ReportingModel::from(...), $models),
                LineKind::from($line['kind'] ?? 'duration'),
                Unit::from($line['unit'] ?? 'money'),
                $rules,
                $line['absence'],
            );
        }

        return $items;
    }

    /** @return list<array{int, string}> */
    private static function signedSum(string $text): array
    {
        preg_match_all('/([+-]?)\s*([a-z_0-9]+)/', $text, $parts, PREG_SET_ORDER);

        return array_map(static fn (array $part): array => [$part[1] === '-' ? -1 : 1, $part[2]], $parts);
    }
}
