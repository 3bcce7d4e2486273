<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\CorporateActions;
use Logion\Market\DividendHistory;
use PHPUnit\Framework\TestCase;

/** Dividends through time, worked out by hand. */
final class DividendHistoryTest extends TestCase
{
    public function test_frequency_years_growth_and_streaks(): void
    {
        $paid = [];
        // 2019 to 2025, half-yearly: 1.00 a year, raised by 10 % a year but held in 2022.
        $yearly = [2019 => 1.0, 2020 => 1.1, 2021 => 1.21, 2022 => 1.21, 2023 => 1.331, 2024 => 1.4641, 2025 => 1.61051];
        foreach ($yearly as $year => $amount) {
            array_push($paid, [$year * 10000 + 510, $amount / 2], [$year * 10000 + 1110, $amount / 2]);
        }
        $history = DividendHistory::of(new CorporateActions([], $paid), 20260301);
        $this->assertSame(2, $history->frequency);
        $this->assertSame(range(2020, 2025), array_keys($history->years));
        $this->assertEqualsWithDelta(0.1, $history->growth(1), 1e-12);
        $this->assertEqualsWithDelta((1.61051 / 1.1) ** 0.2 - 1, $history->growth(5), 1e-12);
        $this->assertNull($history->growth(10));
        $this->assertSame([3, 5, []], [$history->yearsRising(), $history->yearsWithoutCut(), $history->cuts()]);
        $this->assertEqualsWithDelta(1.61051, $history->trailing(20260301), 1e-12);
        $this->assertEqualsWithDelta(1.4641 / 2 + 1.61051 / 2, $history->trailing(20250601), 1e-12);
    }

    public function test_a_cut_a_split_a_special_and_an_end(): void
    {
        $paid = [];
        foreach ([2020 => 1.0, 2021 => 1.0, 2022 => 0.5, 2023 => 0.05, 2024 => 0.06] as $year => $each) {
            foreach ([215, 515, 815, 1115] as $day) {
                $paid[] = [$year * 10000 + $day, $each];
            }
        }
        $paid[] = [20240901, 0.5];
        usort($paid, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $actions = new CorporateActions([[20230101, 10.0]], $paid);
        $history = DividendHistory::of($actions, 20250120);
        $this->assertEqualsWithDelta(0.1, $history->payments[0]['amount'], 1e-12, 'on the basis after the split');
        $this->assertSame(1.0, $history->payments[0]['declared']);
        $this->assertSame([2022], $history->cuts());
        $this->assertSame([20240901], array_column(array_filter($history->payments, static fn (array $p): bool => $p['special']), 'day'));
        $this->assertSame(4, $history->frequency, 'a special payment is no change of frequency');
        $this->assertSame(0, DividendHistory::of($actions, 20260301)->frequency, 'nothing was paid for more than a year');
        $ended = DividendHistory::of($actions, 20260301, 20240930);
        $this->assertSame([range(2021, 2023), [2022]], [array_keys($ended->years), $ended->cuts()], 'no year after its listing is one');
        // What is declared later is not known earlier.
        $this->assertCount(4, DividendHistory::of($actions, 20201231)->payments);
        $this->assertSame(
            [[], 0, []],
            (static fn (DividendHistory $h): array => [$h->payments, $h->frequency, $h->years])(
                DividendHistory::of(new CorporateActions(), 20250101),
            ),
        );
    }

    public function test_yields_stand_at_month_ends_a_year_after_the_first_payment_and_never_on_no_price(): void
    {
        $history = DividendHistory::of(new CorporateActions([], [[20230131, 1.0], [20240131, 2.0]]), 20240430);
        $this->assertSame(
            [['day' => 20240131, 'yield' => 0.2, 'mean' => null], ['day' => 20240430, 'yield' => 0.25, 'mean' => null]],
            $history->yields([20231229, 20240131, 20240229, 20240327, 20240328, 20240430], [5.0, 10.0, 0.0, 9.0, 0.0, 8.0]),
        );
        $this->assertSame([], DividendHistory::of(new CorporateActions(), 20240430)->yields([20240430], [8.0]));
    }

    public function test_a_history_on_another_share_basis_has_the_same_growth(): void
    {
        mt_srand(5);
        for ($run = 0; $run < 50; $run++) {
            $plain = $split = [];
            $ratio = mt_rand(2, 20);
            foreach (range(2015, 2025) as $year) {
                $amount = mt_rand(10, 300) / 100;
                $plain[] = [$year * 10000 + 601, $amount];
                $split[] = [$year * 10000 + 601, $year < 2021 ? $amount : $amount / $ratio];
            }
            $one = DividendHistory::of(new CorporateActions([], $plain), 20260101);
            $other = DividendHistory::of(new CorporateActions([[20210101, (float) $ratio]], $split), 20260101);
            $this->assertEqualsWithDelta($one->growth(5), $other->growth(5), 1e-9);
            $this->assertSame(
                [$one->yearsRising(), $one->yearsWithoutCut(), $one->cuts()],
                [$other->yearsRising(), $other->yearsWithoutCut(), $other->cuts()],
            );
        }
    }

    public function test_a_payment_of_400_days_ago_still_tells_how_often_is_paid(): void
    {
        $frequency = static fn (int $asOf): int => DividendHistory::of(new CorporateActions([], [[20240102, 0.5], [20250102, 0.5]]), $asOf)
            ->frequency;
        $this->assertSame([1, 0], [$frequency(20260206), $frequency(20260207)]);
    }
}
