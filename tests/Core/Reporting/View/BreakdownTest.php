<?php

declare(strict_types=1);

namespace Tests\Core\Reporting\View;

use Logion\Reporting\View\Breakdown;
use PHPUnit\Framework\TestCase;
use Tests\Core\InventedFilings;

/** Segments, regions and drivers beside the statements they are parts of. */
final class BreakdownTest extends TestCase
{
    public function test_parts_are_reconciled_and_the_latest_filing_counts(): void
    {
        $years = InventedFilings::years(3);
        $revenue = $years[2024]['revenue'];
        $breakdowns = Breakdown::of(
            [
                self::part('Salt', 1.0),
                self::part('Fish', $revenue - 60e6),
                self::part('Salt', 60e6, filedOn: 20260630),
                self::part('Salt', 5.0, filedOn: 20990101),
                self::part('Tins', 7.0, 'volume', 'driver'),
            ],
            InventedFilings::sheet($years),
        );
        $this->assertSame(['business', 'driver'], array_keys($breakdowns));
        $table = $breakdowns['business']->tables[0];
        $this->assertSame(['Salt' => [60e6], 'Fish' => [$revenue - 60e6]], $table['members']);
        $this->assertSame(
            [[$revenue], [$revenue], [0.0], [true]],
            [$table['total'], $table['stated'], $table['difference'], $table['reconciled']],
        );
        $driver = $breakdowns['driver']->tables[0];
        $this->assertSame(
            [[null], [null], [null]],
            [$driver['total'], $driver['difference'], $driver['reconciled']],
            'a driver is no part of a statement',
        );
    }

    public function test_rounding_is_no_difference_and_a_missing_part_is(): void
    {
        $years = InventedFilings::years(3);
        $revenue = $years[2024]['revenue'];
        $reconciled = static fn (float $sum): array => Breakdown::of(
            [self::part('Salt', $sum / 2), self::part('Fish', $sum / 2)],
            InventedFilings::sheet($years),
        )['business']->tables[0]['reconciled'];
        $this->assertSame(
            [[true], [true], [false], [false]],
            [$reconciled($revenue * 1.0004), $reconciled($revenue * 0.9996), $reconciled($revenue * 1.0006), $reconciled($revenue * 0.9)],
        );
    }

    public function test_classes_of_insurance_have_their_ratios_where_all_their_lines_are_told(): void
    {
        $tell = static fn (string $line, string $class, float $value): array => self::part($class, $value, $line, 'insurance');
        $told = [
            $tell('premiums_earned', 'Motor', 100.0),
            $tell('premiums_earned', 'Health', 50.0),
            $tell('claims_incurred', 'Motor', 70.0),
            $tell('claims_incurred', 'Health', 20.0),
            $tell('policy_acquisition_costs', 'Motor', 15.0),
            $tell('underwriting_expenses', 'Motor', 10.0),
            $tell('underwriting_expenses', 'Health', 5.0),
        ];
        $tables = array_column(
            Breakdown::of($told, InventedFilings::sheet(InventedFilings::years(3)))['insurance']->tables,
            null,
            'line',
        );
        $this->assertSame([[0.7], [0.4], [0.6]], [...array_values($tables['claims_ratio']['members']), $tables['claims_ratio']['total']]);
        $this->assertSame(
            ['Motor' => [0.95], 'Health' => [null]],
            $tables['combined_ratio']['members'],
            'costs that are not told are not nothing',
        );
        $this->assertArrayNotHasKey('operating_margin', $tables);
    }

    public function test_margin_and_growth_of_the_parts_are_those_of_their_figures(): void
    {
        $breakdown = Breakdown::of(
            [
                self::part('Salt', 100.0, period: 20220),
                self::part('Salt', 110.0, period: 20230),
                self::part('Salt', 121.0),
                self::part('Fish', 50.0, period: 20230),
                self::part('Fish', 40.0),
                self::part('Salt', 11.0, 'operating_income', period: 20230),
                self::part('Salt', 12.1, 'operating_income'),
                self::part('Fish', -8.0, 'operating_income'),
            ],
            InventedFilings::sheet(InventedFilings::years(3)),
        )['business'];
        $this->assertSame([20220, 20230, 20240], $breakdown->periods);
        $tables = array_column($breakdown->tables, null, 'line');
        $this->assertSame(['revenue', 'operating_income', 'operating_margin', 'revenue_change'], array_keys($tables));
        $near = function (array $expected, array $actual): void {
            foreach ($expected as $i => $value) {
                $value === null ? $this->assertNull($actual[$i]) : $this->assertEqualsWithDelta($value, $actual[$i], 1e-12);
            }
        };
        $near([null, 0.1, 0.1], $tables['operating_margin']['members']['Salt']);
        $near([null, null, -0.2], $tables['operating_margin']['members']['Fish']);
        $near([null, 11 / 160, 4.1 / 161], $tables['operating_margin']['total']);
        $near([null, 0.1, 0.1], $tables['revenue_change']['members']['Salt']);
        $near([null, null, -0.2], $tables['revenue_change']['members']['Fish']);
        $near([null, 0.6, 161 / 160 - 1], $tables['revenue_change']['total']);
    }

    public function test_parts_without_revenue_have_neither_margin_nor_growth(): void
    {
        $breakdown = Breakdown::of(
            [self::part('Salt', 3.0, 'operating_income'), self::part('Fish', 4.0, 'operating_income')],
            InventedFilings::sheet(InventedFilings::years(3)),
        )['business'];
        $this->assertSame(['operating_income'], array_column($breakdown->tables, 'line'));
        $zero = Breakdown::of(
            [self::part('Salt', 0.0), self::part('Salt', 3.0, 'operating_income')],
            InventedFilings::sheet(InventedFilings::years(3)),
        )['business'];
        $this->assertSame(['revenue', 'operating_income'], array_column($zero->tables, 'line'), 'a margin on nothing is none');
    }

    /** @return array{axis: string, member: string, line: string, unit: string, period: int, value: float, filed_on: int} */
    private static function part(
        string $member,
        float $value,
        string $line = 'revenue',
        string $axis = 'business',
        int $filedOn = 20250301,
        int $period = 20240,
    ): array {
        return [
            'axis' => $axis,
            'member' => $member,
            'line' => $line,
            'unit' => 'money',
            'period' => $period,
            'value' => $value,
            'filed_on' => $filedOn,
        ];
    }
}
