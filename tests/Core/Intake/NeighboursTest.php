<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\Neighbours;
use Logion\Intake\ScaleEvidence;
use PHPUnit\Framework\TestCase;

/** What figures known of a company say of those of a file: in what amounts they are written, and which are slips. */
final class NeighboursTest extends TestCase
{
    /**
     * @param  array<string, float>  $figures
     * @param  array<string, float>  $known
     * @return array<string, float>
     */
    private static function factors(array $figures, array $known = []): array
    {
        return array_map(static fn (array $one): float => $one['factor'], Neighbours::off($figures, $known)[0]);
    }

    public function test_a_figure_off_what_is_known_of_it_or_off_the_years_beside_it(): void
    {
        $this->assertSame(['revenue@20230' => 1e-3], self::factors(['revenue@20230' => 4.0], ['revenue@20230' => 4000.0]));
        $this->assertSame(['revenue@20230' => 1e6], self::factors(['revenue@20230' => 4e9], ['revenue@20230' => 4000.0]));
        $this->assertSame([], self::factors(['revenue@20230' => 9.0], ['revenue@20230' => 4.0]), 'twice is growth');
        $this->assertSame(
            ['revenue@20230' => 1e3],
            self::factors(['revenue@20210' => 90.0, 'revenue@20220' => 100.0, 'revenue@20230' => 105000.0]),
            'the years beside it agree among themselves',
        );
        $this->assertSame([], self::factors(['revenue@20220' => 100.0, 'revenue@20230' => 105000.0]), 'of two none is more than the other');
        $this->assertSame(
            [],
            self::factors(['revenue@20210' => 1.0, 'revenue@20220' => 100.0, 'revenue@20230' => 105000.0]),
            'years that do not agree tell nothing',
        );
        $this->assertSame(
            [],
            self::factors(['revenue@20231' => 20.0], ['revenue@20230' => 21000.0, 'revenue@20220' => 20000.0]),
            'quarters are compared with quarters',
        );
        $this->assertSame([], self::factors(['revenue@20230' => 0.0], ['revenue@20230' => 4000.0]), 'nothing has no scale');
    }

    public function test_how_many_could_be_compared(): void
    {
        $known = ['revenue@20230' => 4000.0, 'net_income@20220' => 10.0, 'net_income@20210' => 11.0];
        $this->assertSame(2, Neighbours::off(['revenue@20230' => 4.0, 'net_income@20230' => 12.0, 'goodwill@20230' => 5.0], $known)[1]);
    }

    /** Line by line, each period beside the three nearest others, looked for one by one. */
    public function test_it_finds_what_a_search_without_shortcuts_finds(): void
    {
        mt_srand(11);
        $found = 0;
        for ($round = 0; $round < 300; $round++) {
            $all = [[], []];
            foreach (['revenue', 'net_income', 'inventories'] as $line) {
                for ($year = 2015; $year < 2024; $year++) {
                    $slip = mt_rand(0, 9) === 0 ? [1e-3, 1e3, 1e6, 50.0][mt_rand(0, 3)] : 1.0;
                    $value = mt_rand(0, 19) === 0 ? 0.0 : (mt_rand(0, 1) === 0 ? -1 : 1) * mt_rand(1000, 3000) * $slip;
                    $whose = mt_rand(0, 2);
                    foreach ($whose === 2 ? [0, 1] : [$whose] as $i) {
                        $all[$i]["{$line}@{$year}0"] = $value * ($i === 1 && mt_rand(0, 5) === 0 ? 1e3 : 1.0);
                    }
                }
            }
            [$figures, $known] = $all;
            $expected = [];
            foreach ($figures as $key => $value) {
                $near = ($known[$key] ?? 0.0) != 0.0 ? abs($known[$key]) : self::beside($key, [...$known, ...$figures]);
                $factor = $near === null || $value == 0.0 ? null : Neighbours::factor(abs($value) / $near);
                $factor === null || ($expected[$key] = $factor);
            }
            $found += count($expected);
            $this->assertSame($expected, self::factors($figures, $known));
        }
        $this->assertGreaterThan(300, $found);
    }

    /** @param  array<string, float>  $all */
    private static function beside(string $key, array $all): ?float
    {
        [$line, $period] = explode('@', $key);
        $others = [];
        foreach ($all as $other => $value) {
            [$of, $at] = explode('@', $other);
            if ($of === $line && $at !== $period && $value != 0.0) {
                $others[] = [abs($at - $period), (int) $at, abs($value)];
            }
        }
        sort($others);
        $near = array_column(array_slice($others, 0, 3), 2);
        sort($near);

        return count($near) < 2 || max($near) > 10 * min($near) ? null : $near[intdiv(count($near), 2)];
    }

    public function test_factors_are_those_of_thousands(): void
    {
        $this->assertSame(
            [1e3, 1e-3, 1e6, null, null, 1e3, null],
            array_map(Neighbours::factor(...), [1000.0, 0.0011, 0.9e6, 1.0, 100.0, 2900.0, 3100.0]),
        );
        $this->assertTrue(Neighbours::isSteady('revenue'));
        $this->assertFalse(Neighbours::isSteady('short_term_debt'), 'it comes and goes');
        $this->assertFalse(Neighbours::isSteady('net_income'), 'it may be next to nothing');
    }

    public function test_the_scale_of_a_file_that_names_none(): void
    {
        $known = ['revenue@20220' => 3.9e9, 'net_income@20220' => 4e8, 'total_assets@20220' => 5.8e9, 'gross_profit@20220' => 1.5e9];
        $raw = ['revenue@20230' => 4118.9, 'net_income@20230' => 431.2, 'total_assets@20230' => 6012.5];
        $this->assertSame(1e6, ScaleEvidence::of($raw, $known), 'three lines of the years beside it');
        $this->assertNull(ScaleEvidence::of(array_slice($raw, 0, 2), $known), 'two lines are too few');
        $this->assertSame(1e6, ScaleEvidence::of(['revenue@20220' => 3900.0], $known), 'one figure known to a rounding');
        $this->assertNull(ScaleEvidence::of(['revenue@20220' => 3000.0], $known), 'a figure that differs is one line');
        $this->assertSame(1.0, ScaleEvidence::of(array_map(static fn (float $x): float => $x * 1e6, $raw), $known));
        $this->assertSame(1e3, ScaleEvidence::of(array_map(static fn (float $x): float => $x * 1e3, $raw), $known));
        $this->assertNull(ScaleEvidence::of($raw, []));
        $this->assertNull(ScaleEvidence::of(['revenue@20220' => 0.0], $known));
    }
}
