<?php

declare(strict_types=1);

namespace Tests\Core\Following;

use Logion\Following\Call;
use Logion\Following\Calls;
use Logion\Following\CompanyCheck;
use Logion\Following\DrawnLevel;
use Logion\Following\Followed;
use Logion\Following\InvalidCheck;
use Logion\Market\Consensus;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** When checks call: once for what happened, whatever days it is looked at on, and never of what was not known. */
final class CallsTest extends TestCase
{
    private const TODAY = 20250630;

    /**
     * @param  list<float>  $closes  of weekdays from 2 January 2023 on
     * @param  list<FiledFact>  $facts
     * @param  list<array<string, mixed>>  $estimates
     * @param  array<string, mixed>  $with
     */
    private function followed(
        array $closes = [],
        array $facts = [],
        array $estimates = [],
        ?CorporateActions $actions = null,
        array $with = [],
    ): Followed {
        $days = [];
        for ($day = 20230102; count($days) < count($closes); $day = Day::plus($day, 1)) {
            if ((Day::ordinal($day) + 3) % 7 < 5) {
                $days[] = $day;
            }
        }
        $ends = [];
        foreach ($facts as $fact) {
            $ends[$fact->period] = Day::plus($fact->filedOn, -40);
        }
        $company = new CompanyData(
            1,
            'TEST',
            ReportingModel::Industrial,
            '10',
            'XCR',
            'XCR',
            $facts,
            $ends,
            new PriceSeries($days, $closes, actions: $actions ?? new CorporateActions()),
            expectations: Consensus::of($estimates),
        );
        $on = static fn (int $day): CompanyScope => new CompanyScope($company, $day, Catalogue::builtIn(), new Economy());

        return new Followed($on($with['today'] ?? self::TODAY), $on, $with['trades'] ?? [], $with['dividends'] ?? []);
    }

    /** @param  array<string, mixed>  $told */
    private static function check(array $told, int $setOn = 20230102, ?DrawnLevel $level = null): CompanyCheck
    {
        return CompanyCheck::read($told, $setOn, Catalogue::builtIn(), $level);
    }

    /**
     * @param  list<Call>  $calls
     * @return list<int>
     */
    private static function days(array $calls): array
    {
        return array_map(static fn (Call $of): int => $of->day, $calls);
    }

    public function test_a_price_calls_when_it_comes_there_and_again_only_after_it_was_away(): void
    {
        $of = $this->followed([50.0, 41.0, 39.0, 38.0, 43.0, 40.0, 40.0]);
        $calls = (new Calls(self::check(['kind' => 'price_below', 'price' => 40]), $of))->between(20221231, self::TODAY);
        $this->assertSame([20230104, 20230109], self::days($calls));
        $this->assertSame([39.0, 40.0], [$calls[0]->actual, $calls[0]->required]);
        $above = (new Calls(self::check(['kind' => 'price_above', 'price' => 43]), $of))->between(20221231, self::TODAY);
        $this->assertSame([20230102, 20230106], self::days($above));
        $this->assertTrue((new Calls(self::check(['kind' => 'price_below', 'price' => 40]), $of))->standing(20230105)->met);
        $this->assertFalse((new Calls(self::check(['kind' => 'price_below', 'price' => 40]), $of))->standing(20230106)->met);
        $this->assertNull((new Calls(self::check(['kind' => 'price_below', 'price' => 40]), $of))->standing(20221230)->met);
    }

    public function test_a_price_set_before_a_split_is_meant_in_the_shares_of_then(): void
    {
        $split = new CorporateActions([[20230104, 2.0]]);
        $of = $this->followed([50.0, 48.0, 23.0, 19.0], actions: $split);
        $calls = (new Calls(self::check(['kind' => 'price_below', 'price' => 40]), $of))->between(20221231, self::TODAY);
        $this->assertSame([20230105], self::days($calls), 'twenty of today’s shares are what forty were');
        $this->assertSame([19.0, 20.0], [$calls[0]->actual, $calls[0]->required]);
        $after = self::check(['kind' => 'price_below', 'price' => 20], 20230104);
        $this->assertSame([20230105], self::days((new Calls($after, $of))->between(20221231, self::TODAY)));
    }

    public function test_a_drawn_line_calls_where_it_stands_on_the_day(): void
    {
        $line = new DrawnLevel(20230102, 40.0, 20230102, 20230106, 44.0);
        $of = $this->followed([50.0, 41.5, 47.0, 43.2, 43.0]);
        $check = self::check(['kind' => 'level', 'within' => 0.02], 20230102, $line);
        $this->assertSame([20230103, 20230105], self::days((new Calls($check, $of))->between(20221231, self::TODAY)));
        $this->assertEqualsWithDelta(43.0, (new Calls($check, $of))->standing(20230105)->required, 1e-9);
    }

    public function test_surprises_call_on_the_day_they_are_told_against_what_was_expected_before(): void
    {
        $line = 'earnings_per_share_diluted';
        $expected = static fn (int $period, int $day, float $mean): array => [
            'line' => $line,
            'period' => $period,
            'day' => $day,
            'mean' => $mean,
            'deviation' => 0.1,
            'count' => 5,
            'high' => $mean,
            'low' => $mean,
        ];
        $of = $this->followed(
            [10.0],
            [
                new FiledFact($line, 20241, 1.2, 20240510, 1),
                new FiledFact($line, 20242, 1.0, 20240810, 2),
                new FiledFact($line, 20243, 0.7, 20241110, 3),
            ],
            [
                $expected(20241, 20240401, 1.0),
                $expected(20241, 20240510, 1.2),
                $expected(20242, 20240701, 1.0),
                $expected(20243, 20241001, 1.0),
            ],
        );
        $up = new Calls(self::check(['kind' => 'surprise', 'line' => $line, 'beyond' => 0.1]), $of);
        $this->assertSame([20240510], self::days($up->between(20240101, self::TODAY)));
        $this->assertEqualsWithDelta(
            0.2,
            $up->between(20240101, self::TODAY)[0]->actual,
            1e-12,
            'what was said on the day itself came too late',
        );
        $down = new Calls(self::check(['kind' => 'surprise', 'line' => $line, 'beyond' => -0.1]), $of);
        $this->assertSame([20241110], self::days($down->between(20240101, self::TODAY)));
        $this->assertSame([], $down->between(20241110, self::TODAY));
        $this->assertTrue($down->standing(20250101)->met);
        $this->assertTrue($down->standing(20250213)->met, 'ninety-five days');
        $this->assertFalse($down->standing(20250214)->met, 'an event is not met for ever');
        [$fallen, $risen] = array_map(
            static fn (float $beyond): CompanyCheck => self::check(['kind' => 'surprise', 'line' => $line, 'beyond' => $beyond]),
            [-0.1, 0.1],
        );
        $this->assertSame([true, true, false], array_map($fallen->isBeyond(...), [-0.11, -0.1, -0.09]));
        $this->assertSame([true, true, false], array_map($risen->isBeyond(...), [0.11, 0.1, 0.09]));
    }

    public function test_what_was_expected_before_a_split_is_told_in_the_shares_of_now(): void
    {
        $expected = static fn (string $line, int $day): array => [
            'line' => $line,
            'period' => 20250,
            'day' => $day,
            'mean' => 8.0,
            'deviation' => 0.1,
            'count' => 5,
            'high' => 8.0,
            'low' => 8.0,
        ];
        $all = [];
        foreach (['earnings_per_share_diluted', 'revenue'] as $line) {
            foreach ([20240101, 20240601, 20240801, 20250801] as $day) {
                $all[] = $expected($line, $day);
            }
        }
        $of = $this->followed([10.0], estimates: $all, actions: new CorporateActions([[20240701, 2.0]]))->now;
        $this->assertSame([[20240601, 4.0], [20240801, 8.0]], $of->expectedPath('earnings_per_share_diluted', 20250, 20240201));
        $this->assertSame([[20240101, 8.0], [20240601, 8.0], [20240801, 8.0]], $of->expectedPath('revenue', 20250, 20240101));
    }

    public function test_dividends_insiders_and_dates_call_once(): void
    {
        $dividend = static fn (int $declared, float $amount, bool $special = false): array => [
            'declared' => $declared,
            'ex' => Day::plus($declared, 10),
            'amount' => $amount,
            'special' => $special,
        ];
        $of = $this->followed(
            [10.0, 10.0],
            actions: new CorporateActions([[20240701, 2.0]]),
            with: [
                'dividends' => [
                    $dividend(20240101, 1.0),
                    $dividend(20240401, 1.0),
                    $dividend(20240501, 3.0, true),
                    $dividend(20240801, 0.5),
                    $dividend(20241101, 0.6),
                    $dividend(20250701, 0.9),
                ],
                'trades' => [
                    ['day' => 20240303, 'shares' => 100.0, 'price' => 5.0],
                    ['day' => 20240303, 'shares' => 100.0, 'price' => 6.0],
                    ['day' => 20240404, 'shares' => -9000.0, 'price' => 6.0],
                    ['day' => 20240505, 'shares' => 10.0, 'price' => 6.0],
                ],
            ],
        );
        $this->assertSame(
            [20241101],
            self::days((new Calls(self::check(['kind' => 'dividend']), $of))->between(20230101, self::TODAY)),
            'a split is no change, nor is one that is special, and what is declared later is not known',
        );
        $insiders = new Calls(self::check(['kind' => 'insider', 'amount' => 1000]), $of);
        $this->assertSame([20240303], self::days($insiders->between(20230101, self::TODAY)));
        $date = new Calls(self::check(['kind' => 'date', 'day' => '2024-09-09']), $of);
        $this->assertSame([20240909], self::days($date->between(20240908, self::TODAY)));
        $this->assertSame([], $date->between(20240909, self::TODAY));
        $this->assertTrue($date->standing(20240909)->met);
    }

    /** Days of a criterion and of revisions are the same looked at in one go or in parts. */
    public function test_what_is_looked_at_in_parts_calls_as_in_one_go(): void
    {
        mt_srand(11);
        $closes = [];
        $price = 40.0;
        for ($i = 0; $i < 600; $i++) {
            $closes[] = $price *= 1 + mt_rand(-300, 300) / 10000;
        }
        $of = $this->followed($closes);
        $line = new DrawnLevel(20230102, 38.0, 20230102, 20240102, 45.0);
        foreach (
            [
                self::check(['kind' => 'price_below', 'price' => 39]),
                self::check(['kind' => 'price_above', 'price' => 44]),
                self::check(['kind' => 'level', 'within' => 0.01], 20230102, $line),
                self::check(['kind' => 'date', 'day' => '2023-08-08']),
            ] as $check
        ) {
            $whole = self::days((new Calls($check, $of))->between(20230101, self::TODAY));
            $parts = [];
            for ($from = 20230101; $from < self::TODAY; $from = $to) {
                $to = min(self::TODAY, Day::plus($from, mt_rand(1, 40)));
                array_push($parts, ...self::days((new Calls($check, $of))->between($from, $to)));
            }
            $this->assertSame($whole, $parts, $check->words(Catalogue::builtIn()));
            $this->assertNotSame([], $whole);
        }
    }

    public function test_a_criterion_calls_when_it_begins_and_another_when_it_ends(): void
    {
        $closes = [...array_fill(0, 60, 30.0), ...array_fill(0, 60, 60.0), ...array_fill(0, 60, 20.0)];
        $of = $this->followed($closes);
        $begins = new Calls(self::check(['kind' => 'criterion', 'formula' => 'price > 50']), $of);
        $ends = new Calls(self::check(['kind' => 'criterion_ends', 'formula' => 'price > 50']), $of);
        $this->assertSame([20230331], self::days($begins->between(20230115, 20231231)), 'looked at on the ends of months');
        $this->assertSame([20230630], self::days($ends->between(20230115, 20231231)));
        $this->assertSame([60.0, 50.0], [$begins->standing(20230410)->actual, $begins->standing(20230410)->required]);
        $this->assertFalse($ends->standing(20230410)->met);
    }

    public function test_revisions_call_when_what_is_expected_of_the_running_year_moved_so_far(): void
    {
        $line = 'earnings_per_share_diluted';
        $expected = static fn (int $day, float $mean): array => [
            'line' => $line,
            'period' => 20240,
            'day' => $day,
            'mean' => $mean,
            'deviation' => 0.1,
            'count' => 5,
            'high' => $mean,
            'low' => $mean,
        ];
        $of = $this->followed(
            [10.0],
            [new FiledFact($line, 20234, 1.0, 20240210, 1)],
            [$expected(20240101, 4.0), $expected(20240301, 3.9), $expected(20240401, 3.4), $expected(20240501, 3.4)],
            with: ['today' => 20240901],
        );
        $calls = (new Calls(self::check(['kind' => 'revision', 'line' => $line, 'beyond' => -0.1]), $of))->between(20240215, 20240901);
        $this->assertSame([20240401], self::days($calls));
        $this->assertEqualsWithDelta(-0.15, $calls[0]->actual, 1e-12);
        $up = (new Calls(self::check(['kind' => 'revision', 'line' => $line, 'beyond' => 0.1]), $of))->between(20240215, 20240901);
        $this->assertSame([], $up);
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function wrong(): iterable
    {
        yield 'no kind' => [['kind' => 'horoscope']];
        yield 'no price' => [['kind' => 'price_below']];
        yield 'a price below nothing' => [['kind' => 'price_above', 'price' => -3]];
        yield 'no line' => [['kind' => 'level', 'within' => 0.1]];
        yield 'no criterion' => [['kind' => 'criterion', 'formula' => ' ']];
        yield 'a line nobody expects' => [['kind' => 'surprise', 'line' => 'goodwill', 'beyond' => 0.1]];
        yield 'no bound' => [['kind' => 'revision']];
        yield 'no day' => [['kind' => 'date', 'day' => '2024-02-31']];
    }

    /** @param  array<string, mixed>  $told */
    #[DataProvider('wrong')]
    public function test_what_cannot_be_looked_at_is_refused(array $told): void
    {
        $this->expectException(InvalidCheck::class);
        self::check($told);
    }
}
