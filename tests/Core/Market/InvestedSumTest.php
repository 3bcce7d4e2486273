<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\CorporateActions;
use Logion\Market\InvestedSum;
use Logion\Market\PriceSeries;
use Logion\Market\Reaction;
use Logion\Market\Returns;
use Logion\Market\Risk\DrawdownEpisode;
use Logion\Market\Risk\MaximumDrawdown;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What became of money put into a share, and how prices answered and fell, on drawn prices and events. */
final class InvestedSumTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(1, 15) as $seed) {
            yield "seed {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_it_is_the_reinvested_return_and_its_years_multiply_to_it(int $seed): void
    {
        [$days, $closes, $actions] = self::drawn($seed);
        $sum = InvestedSum::of($days, $closes, $actions, 5000.0);
        $this->assertNotNull($sum);
        $series = new PriceSeries($days, $closes, actions: $actions);
        $this->assertEqualsWithDelta(Returns::reinvested($series), $sum->value / 5000 - 1, 1e-9);
        $product = array_product(array_map(static fn (array $year): float => 1 + $year['return_reinvested'], $sum->years));
        $this->assertEqualsWithDelta($sum->value / 5000, $product, 1e-9);
        $this->assertEqualsWithDelta($sum->cash, array_sum(array_column($sum->years, 'dividends')), 1e-9);
        $years = Day::between($days[0], $sum->to) / 365;
        $this->assertEqualsWithDelta($sum->value, 5000 * (1 + (float) $sum->annual($sum->value)) ** $years, 1e-6);
    }

    #[DataProvider('seeds')]
    public function test_a_split_changes_nothing_but_the_scale(int $seed): void
    {
        [$days, $closes, $actions] = self::drawn($seed);
        $at = intdiv(count($days), 2);
        $split = array_map(static fn (float $close, int $i): float => $i >= $at ? $close / 4 : $close, $closes, array_keys($closes));
        $paid = array_map(static fn (array $of): array => $of[0] >= $days[$at] ? [$of[0], $of[1] / 4] : $of, $actions->dividends);
        $before = InvestedSum::of($days, $closes, $actions, 1000.0);
        $after = InvestedSum::of(
            $days,
            $split,
            new CorporateActions([...$actions->splits, [$days[$at], 4.0]], $paid, $actions->inKind),
            1000.0,
        );
        $this->assertNotNull($before);
        $this->assertNotNull($after);
        $this->assertEqualsWithDelta($before->value, $after->value, 1e-8);
        $this->assertEqualsWithDelta($before->cash, $after->cash, 1e-8);
        $this->assertEqualsWithDelta(4 * $before->shares, $after->shares, 1e-8);
    }

    public function test_before_the_first_and_after_the_last_day_there_is_nothing_to_buy(): void
    {
        $days = [20240102, 20240103];
        $this->assertNull(InvestedSum::of($days, [1.0, 2.0], new CorporateActions(), 10.0, 20240104));
        $this->assertNull(InvestedSum::of($days, [1.0, 2.0], new CorporateActions(), 10.0, 20240103, 20240102));
        $this->assertNull(InvestedSum::of([], [], new CorporateActions(), 10.0));
        $same = InvestedSum::of($days, [1.0, 2.0], new CorporateActions(), 10.0, 20240103);
        $this->assertSame([10.0, null], [$same?->value, $same?->annual(10.0)]);
    }

    public function test_an_answer_after_the_close_is_given_on_the_next_day_and_lacks_what_is_not_there(): void
    {
        $days = [20240102, 20240103, 20240105];
        $closes = [10.0, 11.0, 12.1];
        $index = [20240102 => 100.0, 20240103 => 101.0, 20240105 => 100.0];
        $of = static fn (int $event, bool $after): Reaction => Reaction::of($days, $closes, $index, $event, $after, [1, 2]);
        $this->assertSame([20240103, 10.0], [$of(20240103, false)->day, $of(20240103, false)->base]);
        $this->assertEqualsWithDelta(0.1 - 0.01, $of(20240103, false)->after[1]['excess'], 1e-12);
        $this->assertSame(20240105, $of(20240103, true)->day);
        $this->assertSame(20240105, $of(20240104, true)->day, 'no trading day: the next one answers');
        $this->assertNull($of(20240105, false)->after[2]['return'], 'a day is missing');
        $this->assertSame([20240102, null], [$of(20240102, false)->day, $of(20240102, false)->base]);
        $this->assertNull($of(20240105, true)->day);
        $this->assertNull(Reaction::of($days, $closes, [20240103 => 1.0], 20240103, false, [1])->after[1]['excess']);
    }

    #[DataProvider('seeds')]
    public function test_the_deepest_episode_is_the_largest_drawdown(int $seed): void
    {
        [$days, $closes] = self::drawn($seed);
        $deepest = MaximumDrawdown::of($closes);
        $episodes = DrawdownEpisode::all($days, $closes, 0.0);
        $depths = array_map(static fn (DrawdownEpisode $of): float => $of->depth(), $episodes);
        $this->assertEqualsWithDelta($deepest->depth, min($depths), 1e-12);
        foreach ($episodes as $i => $episode) {
            $this->assertLessThan($episode->trough, $episode->peak);
            if (isset($episodes[$i + 1])) {
                $this->assertNotNull($episode->recovery);
                $this->assertLessThanOrEqual($episodes[$i + 1]->peak, $episode->recovery);
            }
        }
        $some = DrawdownEpisode::all($days, $closes, 0.05);
        $this->assertCount(count(array_filter($depths, static fn (float $of): bool => $of <= -0.05)), $some);
    }

    /** @return array{list<int>, list<float>, CorporateActions} */
    private static function drawn(int $seed): array
    {
        mt_srand($seed);
        $days = $closes = $splits = $dividends = $inKind = [];
        $price = 40.0;
        for ($day = 20210104; $day < 20240601; $day = Day::plus($day, mt_rand(3, 12))) {
            $price *= exp(mt_rand(-600, 620) / 10000);
            $days[] = $day;
            $closes[] = $price;
            mt_rand(1, 30) === 1 && ($dividends[] = [Day::plus($day, mt_rand(0, 2)), mt_rand(1, 90) / 100]);
        }
        $splits[] = [$days[40], 2.0];
        $inKind[] = [$days[70], 1.08];

        return [$days, $closes, new CorporateActions($splits, $dividends, $inKind)];
    }
}
