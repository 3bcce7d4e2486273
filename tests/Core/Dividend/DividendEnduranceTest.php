<?php

declare(strict_types=1);

namespace Tests\Core\Dividend;

use Logion\Dividend\DividendEndurance;
use Logion\Dividend\EnduredFall;
use Logion\Metric\YearFigures;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** What a dividend withstands. */
final class DividendEnduranceTest extends TestCase
{
    private const DOWNTURN = ['start' => 20200401, 'end' => 20201231];

    public function test_earnings_may_fall_by_what_is_not_paid_out(): void
    {
        $falls = self::falls(ReportingModel::Industrial, 2.0, 0.8, [2019 => 2.0, 2020 => 1.5, 2021 => 2.2]);
        $this->assertSame(['payout_ratio', 'free_cash_flow_payout_ratio'], array_keys($falls));
        $this->assertEqualsWithDelta(0.6, $falls['payout_ratio']->withstands->value(), 1e-9);
        $this->assertEqualsWithDelta(-0.25, $falls['payout_ratio']->fell, 1e-9);
        $this->assertTrue($falls['payout_ratio']->wouldCover());
        $deep = self::falls(ReportingModel::Industrial, 2.0, 0.8, [2019 => 2.0, 2020 => 0.7, 2021 => 2.2]);
        $this->assertEqualsWithDelta(-0.65, $deep['payout_ratio']->fell, 1e-9);
        $this->assertFalse($deep['payout_ratio']->wouldCover());
    }

    public function test_a_dividend_that_is_not_covered_withstands_less_than_nothing_and_losses_are_not_meaningful(): void
    {
        $falls = self::falls(ReportingModel::Industrial, 1.0, 1.3, [2019 => 2.0, 2020 => 2.5, 2021 => 2.2]);
        $this->assertEqualsWithDelta(-0.3, $falls['payout_ratio']->withstands->value(), 1e-9);
        $this->assertFalse($falls['payout_ratio']->wouldCover(), 'it rose then, and does not cover now');
        $loss = self::falls(ReportingModel::Industrial, -1.0, 0.5, [2019 => 2.0, 2020 => 1.5, 2021 => 2.2])['payout_ratio'];
        $this->assertSame('not_meaningful', $loss->withstands->absence()?->kind->value);
        $this->assertNull($loss->wouldCover());
    }

    public function test_a_missing_year_or_no_downturn_says_nothing_of_then(): void
    {
        $this->assertNull(self::falls(ReportingModel::Industrial, 2.0, 0.8, [2019 => 2.0, 2021 => 2.2])['payout_ratio']->fell);
        $scope = Books::scope([2025 => self::lines(2.0, 0.8)]);
        $this->assertNull(DividendEndurance::of($scope, null)[0]->fell);
        $this->assertNull(DividendEndurance::of($scope, null)[0]->wouldCover());
    }

    public function test_every_kind_of_business_has_its_own_sources(): void
    {
        $of = static fn (ReportingModel $model): array => array_map(
            static fn (EnduredFall $fall): string => $fall->payout,
            DividendEndurance::of(Books::scope([2025 => self::lines(2.0, 0.8)], template: $model), null),
        );
        $this->assertSame(['payout_ratio'], $of(ReportingModel::Bank));
        $this->assertSame(['payout_ratio'], $of(ReportingModel::Insurer));
        $this->assertSame(['funds_from_operations_payout', 'adjusted_funds_from_operations_payout'], $of(ReportingModel::Property));
        $this->assertSame([], $of(ReportingModel::Fund));
    }

    public function test_fiscal_years_follow_one_another_and_what_is_missing_stays_so(): void
    {
        $years = YearFigures::of(Books::scope([2023 => self::lines(1.0, 0.5), 2024 => ['revenue' => 5.0]]), 'earnings_per_share_diluted');
        $this->assertSame(
            [['start' => 20230101, 'end' => 20231231, 'value' => 1.0], ['start' => 20240101, 'end' => 20241231, 'value' => null]],
            $years,
        );
    }

    /**
     * @param  array<int, float>  $earned  a share by fiscal year before 2025
     * @return array<string, EnduredFall>
     */
    private static function falls(ReportingModel $model, float $earns, float $pays, array $earned): array
    {
        $years = array_map(static fn (float $of): array => self::lines($of, 0.5), $earned) + [2025 => self::lines($earns, $pays)];
        $falls = DividendEndurance::of(Books::scope($years, template: $model), self::DOWNTURN);

        return array_combine(array_map(static fn (EnduredFall $fall): string => $fall->payout, $falls), $falls);
    }

    /** @return array<string, float> */
    private static function lines(float $earns, float $pays): array
    {
        return [
            'revenue' => 1000.0,
            'net_income' => 100 * $earns,
            'net_income_common' => 100 * $earns,
            'earnings_per_share_diluted' => $earns,
            'dividends_paid' => 100 * $pays,
            'dividends_paid_common' => 100 * $pays,
            'dividends_per_share' => $pays,
            'basic_shares_average' => 100.0,
            'diluted_shares_average' => 100.0,
        ];
    }
}
