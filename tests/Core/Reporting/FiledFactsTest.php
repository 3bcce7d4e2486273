<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\FiledFacts;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\Version;
use PHPUnit\Framework\TestCase;

/** Facts kept filing by filing say what they said one by one, in whatever order they came. */
final class FiledFactsTest extends TestCase
{
    /** @return list<FiledFact> two years and a quarter, the first year restated twice, a figure told twice in a filing, and corrections */
    private static function facts(): array
    {
        $correction = new CorrectedBy('a misprint', 'page 4', 'somebody', 20250601);

        return [
            new FiledFact('revenue', 20230, 100.0, 20240301, 1),
            new FiledFact('cost_of_revenue', 20230, 60.0, 20240301, 1),
            new FiledFact('net_income', 20230, 9.0, 20240301, 1),
            new FiledFact('revenue', 20240, 120.0, 20250301, 2),
            new FiledFact('revenue', 20230, 101.0, 20250301, 2),
            new FiledFact('revenue', 20241, 28.0, 20240510, 3),
            new FiledFact('net_income', 20241, 2.0, 20240510, 3),
            new FiledFact('revenue', 20230, 102.0, 20250301, 4),
            new FiledFact('net_income', 20240, 12.0, 20250601, 7, $correction),
            new FiledFact('cost_of_revenue', 20230, NAN, 20250601, 8, $correction),
            new FiledFact('net_income', 20240, 13.0, 20250701, 9, $correction),
        ];
    }

    private static function sheet(FiledFacts $facts, int $asOf, Version $version = Version::Restated, ?FactSheet $earlier = null): FactSheet
    {
        return new FactSheet(
            ReportingModel::Industrial,
            $facts,
            [20230 => 20231231, 20240 => 20241231, 20241 => 20240331],
            $asOf,
            earlier: $earlier,
            version: $version,
        );
    }

    public function test_filings_come_in_the_order_in_which_they_became_public(): void
    {
        $facts = FiledFacts::of(self::facts());
        $this->assertSame(
            [[20230, 20240301, 1], [20241, 20240510, 3], [20240, 20250301, 2], [20230, 20250301, 2], [20230, 20250301, 4]],
            array_map(static fn ($filed): array => [$filed->period, $filed->filedOn, $filed->filing], $facts->filed),
        );
        $this->assertSame(['net_income', 'cost_of_revenue', 'net_income'], array_column($facts->corrections, 'line'));
        $this->assertEquals(self::sorted(self::facts()), self::sorted([...$facts]), 'Nothing is lost on the way, nothing added.');
    }

    public function test_the_latest_filing_counts_and_a_correction_before_it(): void
    {
        $facts = FiledFacts::of(self::facts());
        $on = static fn (int $day): array => array_map(static fn (array $of): ?float => self::sheet($facts, $day)->value(...$of), [
            ['revenue', 20230],
            ['cost_of_revenue', 20230],
            ['net_income', 20240],
        ]);
        $this->assertSame([null, null, null], $on(20240229));
        $this->assertSame([100.0, 60.0, null], $on(20240301));
        $this->assertSame([102.0, 60.0, null], $on(20250301), 'Of two filings of a day the later.');
        $this->assertSame([102.0, null, 12.0], $on(20250601));
        $this->assertSame([102.0, null, 13.0], $on(20250701));
        $now = self::sheet($facts, 20250701);
        $this->assertSame(
            [9, 4, 1],
            [$now->fact('net_income', 20240)?->filing, $now->fact('revenue', 20230)?->filing, $now->fact('net_income', 20230)?->filing],
        );
        $this->assertNull($now->fact('gross_profit', 20230));
        $first = self::sheet($facts, 20250701, Version::FirstReported);
        $this->assertSame(
            [100.0, 60.0, null],
            [$first->value('revenue', 20230), $first->value('cost_of_revenue', 20230), $first->value('net_income', 20240)],
        );
    }

    public function test_the_order_in_which_facts_are_given_changes_nothing(): void
    {
        mt_srand(7);
        $rows = static function (FiledFacts $facts, Version $version): array {
            $sheet = self::sheet($facts, 20250701, $version);

            return array_map(static function (int $period) use ($sheet): array {
                $row = $sheet->row($period);
                ksort($row);

                return $row;
            }, $sheet->periods());
        };
        $split = intdiv(count(self::facts()), 2);
        foreach (Version::cases() as $version) {
            $expected = $rows(FiledFacts::of(self::facts()), $version);
            for ($i = 0; $i < 50; $i++) {
                $shuffled = self::facts();
                shuffle($shuffled);
                $this->assertSame($expected, $rows(FiledFacts::of($shuffled), $version));
                $this->assertSame(
                    $expected,
                    $rows(FiledFacts::of(array_slice($shuffled, 0, $split))->with(array_slice($shuffled, $split)), $version),
                );
            }
        }
    }

    public function test_a_sheet_carried_on_day_by_day_is_the_sheet_of_the_day(): void
    {
        $facts = FiledFacts::of(self::facts());
        $carried = null;
        foreach ([20240229, 20240301, 20240510, 20250228, 20250301, 20250601, 20250630, 20250701] as $day) {
            $carried = self::sheet($facts, $day, earlier: $carried);
            $fresh = self::sheet($facts, $day);
            $this->assertSame($fresh->periods(), $carried->periods());
            foreach ([20230, 20240, 20241] as $period) {
                $this->assertEquals($fresh->row($period), $carried->row($period), "{$period} on {$day}");
            }
            $this->assertSame(
                [$fresh->latestYear(), $fresh->latestQuarter(), $fresh->firstYear()],
                [$carried->latestYear(), $carried->latestQuarter(), $carried->firstYear()],
            );
        }
    }

    public function test_of_the_same_figure_told_twice_in_a_filing_the_later_counts(): void
    {
        $twice = FiledFacts::of([new FiledFact('revenue', 20230, 1.0, 20240301, 1), new FiledFact('revenue', 20230, 2.0, 20240301, 1)]);
        $this->assertSame([2.0], array_column([...$twice], 'value'));
        $columns = FiledFacts::ofColumns(
            ['revenue', 'net_income', 'revenue'],
            [20230, 20230, 20230],
            [1.0, 5.0, 2.0],
            [1, 1, 1],
            [1 => 20240301],
        );
        $this->assertSame(['revenue' => 2.0, 'net_income' => 5.0], $columns->filed[0]->values);
        $this->assertSame(5.0, $columns->filed[0]->fact('net_income')?->value);
        $this->assertSame($columns, $columns->with([]));
    }

    /**
     * @param  list<FiledFact>  $facts
     * @return list<FiledFact>
     */
    private static function sorted(array $facts): array
    {
        usort(
            $facts,
            static fn (FiledFact $a, FiledFact $b): int => [$a->filing, $a->line, $a->period] <=> [$b->filing, $b->line, $b->period],
        );

        return array_map(
            static fn (FiledFact $fact): FiledFact => is_nan($fact->value)
                ? new FiledFact($fact->line, $fact->period, -1.0, $fact->filedOn, $fact->filing, $fact->correction)
                : $fact,
            $facts,
        );
    }
}
