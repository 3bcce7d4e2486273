<?php

declare(strict_types=1);

namespace Logion\Dividend;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Market\DividendHistory;
use Logion\Metric\CompanyScope;
use Logion\Reporting\ReportingModel;

/**
 * How safe a dividend is, from 0 to 100, as a sum of visible parts. Each part compares one figure with two bounds: all its
 * points at the best, none at the worst, in a straight line between. Parts differ by kind of business: a property company is
 * judged by funds from operations, a bank by its capital. Parts without a figure are left out and named; the rest is scaled
 * to 100. Without half of the weight there is no score.
 *
 * The bounds are conventions of dividend analysis (payout, cover, leverage, record), chosen here and shown with each part.
 */
final readonly class DividendSafety
{
    /** By template: metric or own part => label, best, worst, weight. */
    private const PARTS = [
        'industrial' => [
            'payout_ratio' => ['Share of earnings paid out', 0.4, 1.0, 20],
            'free_cash_flow_payout_ratio' => ['Share of free cash flow paid out', 0.5, 1.1, 25],
            'net_debt_to_ebitda' => ['Net debt to EBITDA', 1.0, 4.5, 20],
            'interest_coverage' => ['Operating income over interest', 10.0, 1.5, 10],
            'uncut' => ['Years without a cut, of the last ten', 10.0, 0.0, 15],
            'positive' => ['Years with a profit, of the last ten', 10.0, 5.0, 10],
        ],
        'property' => [
            'funds_from_operations_payout' => ['Share of funds from operations paid out', 0.65, 1.0, 25],
            'adjusted_funds_from_operations_payout' => ['Share of adjusted funds from operations paid out', 0.75, 1.1, 25],
            'loan_to_value' => ['Loan to value', 0.3, 0.6, 20],
            'property_interest_coverage' => ['Property EBITDA over interest', 5.0, 1.5, 15],
            'uncut' => ['Years without a cut, of the last ten', 10.0, 0.0, 15],
        ],
        'bank' => [
            'payout_ratio' => ['Share of earnings paid out', 0.4, 0.95, 30],
            'common_equity_tier1_ratio' => ['Common equity tier 1 ratio', 0.15, 0.09, 25],
            'cost_of_risk' => ['Cost of risk', 0.002, 0.015, 15],
            'uncut' => ['Years without a cut, of the last ten', 10.0, 0.0, 15],
            'positive' => ['Years with a profit, of the last ten', 10.0, 5.0, 15],
        ],
        'insurer' => [
            'payout_ratio' => ['Share of earnings paid out', 0.4, 0.95, 30],
            'solvency_ratio' => ['Solvency ratio', 2.0, 1.1, 25],
            'combined_ratio' => ['Combined ratio', 0.92, 1.05, 15],
            'uncut' => ['Years without a cut, of the last ten', 10.0, 0.0, 15],
            'positive' => ['Years with a profit, of the last ten', 10.0, 5.0, 15],
        ],
    ];

    /** @param  list<SafetyPart>  $parts */
    private function __construct(public Figure $score, public array $parts)
    {
    }

    /** @return array<string, array{string, float, float, int}> label, best, worst and weight by part of a kind of business */
    public static function parts(ReportingModel $template): array
    {
        $parts = self::PARTS[$template->value] ?? [];
        foreach ($parts as $key => [$label]) {
            $parts[$key][0] = Words::label("dividend_safety.{$key}", $label);
        }

        return $parts;
    }

    public static function of(CompanyScope $scope, DividendHistory $history): self
    {
        $parts = [];
        $template = $scope->company->template;
        foreach (self::parts($template) as $key => [$label, $best, $worst, $weight]) {
            [$value, $unit] = match ($key) {
                'uncut' => [self::uncut($history), Unit::Count],
                'positive' => [self::positive($scope), Unit::Count],
                default => [$scope->metric($key), $scope->catalogue->unit($key)],
            };
            // No debt is the best there is; earnings that are not positive cover nothing.
            $judged = is_float($value) ? $value : self::judgement($key, $value, $scope, $best, $worst);
            $parts[] = new SafetyPart(
                $key,
                $label,
                Figure::of($value, $unit),
                $best,
                $worst,
                $weight,
                $judged === null ? null : $weight * max(0.0, min(1.0, ($judged - $worst) / ($best - $worst))),
            );
        }
        $known = array_filter($parts, static fn (SafetyPart $part): bool => $part->points !== null);
        $weight = array_sum(array_map(static fn (SafetyPart $part): float => $part->weight, $known));

        return new self(
            Figure::of(
                match (true) {
                    $template === ReportingModel::Fund => Absence::of(Reason::FundHasNoAccounts),
                    $history->frequency === 0 => Absence::of(Reason::NoDividendLastYear),
                    $weight < 50 => Absence::of(Reason::TooLittleOfScoreKnown),
                    default => (100 * array_sum(array_map(static fn (SafetyPart $part): float => (float) $part->points, $known))) / $weight,
                },
                Unit::Score,
            ),
            $parts,
        );
    }

    private static function judgement(string $key, Absence $absence, CompanyScope $scope, float $best, float $worst): ?float
    {
        if ($absence->kind !== \Logion\Figure\AbsenceKind::NotMeaningful) {
            return null;
        }

        return match ($key) {
            'interest_coverage', 'property_interest_coverage' => $scope->facts->latestYear() !== null &&
            $scope->facts->value('interest_expense', $scope->facts->latestYear() * 10) === 0.0
                ? $best
                : null,
            // Not meaningful because what it divides by is not positive: nothing covers the dividend.
            'payout_ratio',
            'free_cash_flow_payout_ratio',
            'funds_from_operations_payout',
            'adjusted_funds_from_operations_payout',
            'net_debt_to_ebitda' => $worst,
            default => null,
        };
    }

    private static function uncut(DividendHistory $history): float|Absence
    {
        return $history->years === [] ? Absence::of(Reason::NoYearOfPayments) : (float) min(10, $history->yearsWithoutCut());
    }

    private static function positive(CompanyScope $scope): float|Absence
    {
        $known = $positive = 0;
        foreach (array_slice($scope->moments->years(), -10) as $year) {
            $income = $scope->facts->value('net_income_common', $year * 10);
            $known += $income === null ? 0 : 1;
            $positive += $income !== null && $income > 0 ? 1 : 0;
        }

        return $known < 5 ? Absence::of(Reason::TooFewYearsOfIncome) : (10.0 * $positive) / $known;
    }
}
