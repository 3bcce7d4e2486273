<?php

declare(strict_types=1);

namespace Tests\Core\BackTest;

use Logion\BackTest\Choices;
use Logion\Comparison\Ranking;
use Logion\CrossSection\Column;
use Logion\CrossSection\PastUniverses;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Market\Economy;
use Logion\Metric\Catalogue;
use Logion\Screening\ScreenDefinition;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ChoicesTest extends TestCase
{
    private const DAYS = [20230331, 20230630, 20230929];

    private const COMPANIES = 60;

    private const RANGES = ['price_to_earnings' => [4, 40], 'return_on_equity' => [-0.1, 0.4], 'market_cap' => [1e6, 1e10]];

    /** @var array<int, array<int, array<string, float|Absence>>> by company and day on which it was of the universe */
    private array $figures = [];

    protected function setUp(): void
    {
        mt_srand(7);
        for ($company = 1; $company <= self::COMPANIES; $company++) {
            foreach (self::DAYS as $day) {
                // One in five is not there yet, or not any more.
                if (mt_rand(0, 4) === 0) {
                    continue;
                }
                foreach (self::RANGES as $name => [$low, $high]) {
                    $this->figures[$company][$day][$name] =
                        mt_rand(0, 5) === 0
                            ? Absence::of(Reason::Missing)
                            : round($low + (($high - $low) * mt_rand()) / mt_getrandmax(), 3);
                }
            }
        }
    }

    /** @param  list<int>  $companies */
    private function past(array $companies): PastUniverses
    {
        $past = new PastUniverses(Catalogue::builtIn(), new Economy(), self::DAYS, array_keys(self::RANGES));
        $asked = $called = [];
        foreach ($companies as $company) {
            foreach (array_keys($this->figures[$company] ?? []) as $day) {
                $called[$company][$day] = [
                    'ticker' => "T{$company}",
                    'name' => "Company {$company}",
                    'kind' => $company % 10 === 0 ? 'fund' : 'share',
                    'country' => $company % 3 === 0 ? 'XA' : 'XB',
                ];
            }
        }
        foreach (self::DAYS as $day) {
            $of = array_values(array_filter($companies, fn (int $company): bool => isset($this->figures[$company][$day])));
            $packed = $states = [];
            foreach (array_keys(self::RANGES) as $name) {
                $column = Column::of(array_map(fn (int $company): float|Absence => $this->figures[$company][$day][$name], $of));
                [$packed[$name], $states[$name]] = [$column->packed, $column->states];
            }
            $asked[$day] = [$of, $packed, $states];
        }
        $past->take(['asked' => $asked, 'called' => $called]);

        return $past;
    }

    /** @return array<string, array{array<string, mixed>}> */
    public static function screens(): array
    {
        return [
            'nothing asked' => [[]],
            'criteria' => [['criteria' => ['price_to_earnings < 20', 'return_on_equity > 0.1']]],
            'one of them off' => [['criteria' => ['price_to_earnings < 20', ['formula' => 'return_on_equity > 0.9', 'active' => false]]]],
            'at least two of three' => [
                [
                    'criteria' => [
                        [
                            'group' => 'at_least',
                            'count' => 2,
                            'criteria' => ['price_to_earnings < 20', 'return_on_equity > 0.1', 'market_cap > 5e9'],
                        ],
                        'market_cap < 9e9',
                    ],
                ],
            ],
            'a narrower universe' => [
                [
                    'universe' => ['countries' => ['XA'], 'market_cap' => ['least' => 1e9], 'exclude' => [3, 9]],
                    'criteria' => ['price_to_earnings < 25 or return_on_equity > 0.2'],
                ],
            ],
        ];
    }

    /** @param  array<string, mixed>  $definition */
    #[DataProvider('screens')]
    public function test_what_parts_choose_one_by_one_is_what_is_chosen_of_all(array $definition): void
    {
        $screen = ScreenDefinition::fromArray($definition);
        $this->assertTrue(Choices::areOneByOne($screen, null, Catalogue::builtIn()));
        $all = range(1, self::COMPANIES);
        $whole = Choices::of($screen, null, null, $this->past($all), self::DAYS);
        $this->assertSame(self::DAYS, array_keys($whole->on));
        $this->assertNotSame([], $whole->everyone());
        foreach ([1, 7, 25, 59] as $size) {
            $parts = array_map(
                fn (array $some): Choices => Choices::of($screen, null, null, $this->past($some), self::DAYS),
                array_chunk($all, $size),
            );
            $this->assertSame($whole->on, Choices::joined($parts)->on, "parts of {$size}");
        }
    }

    public function test_it_chooses_and_counts_by_the_words_of_the_screen(): void
    {
        $screen = ScreenDefinition::fromArray(['criteria' => ['price_to_earnings < 20', 'return_on_equity > 0.1']]);
        $choices = Choices::of($screen, null, null, $this->past(range(1, self::COMPANIES)), self::DAYS);
        $total = 0;
        foreach (self::DAYS as $day) {
            $picked = [];
            $universe = $undecidable = 0;
            foreach ($this->figures as $company => $on) {
                if (! isset($on[$day]) || $company % 10 === 0) {
                    continue;
                }
                $universe++;
                [$earnings, $return] = [$on[$day]['price_to_earnings'], $on[$day]['return_on_equity']];
                $fails = (is_float($earnings) && $earnings >= 20) || (is_float($return) && $return <= 0.1);
                if (! $fails && is_float($earnings) && is_float($return)) {
                    $picked[] = $company;
                } elseif (! $fails) {
                    $undecidable++;
                }
            }
            $this->assertSame(['universe' => $universe, 'undecidable' => $undecidable, 'picked' => $picked], $choices->on[$day]);
            $total += $undecidable;
        }
        $this->assertGreaterThan(0, $total);
        $everyone = array_unique(array_merge(...array_column($choices->on, 'picked')));
        $this->assertEqualsCanonicalizing($everyone, $choices->everyone());
    }

    public function test_of_a_ranking_it_chooses_the_best_in_their_order(): void
    {
        $screen = ScreenDefinition::fromArray(['criteria' => ['price_to_earnings > 0', 'return_on_equity > 0']]);
        $ranking = Ranking::fromArray(['components' => [['formula' => 'price_to_earnings', 'better' => 'lower', 'weight' => 1]]]);
        $past = $this->past(range(1, self::COMPANIES));
        $all = Choices::of($screen, $ranking, null, $past, self::DAYS);
        $best = Choices::of($screen, $ranking, 4, $past, self::DAYS);
        foreach (self::DAYS as $day) {
            $earnings = array_map(fn (int $of): mixed => $this->figures[$of][$day]['price_to_earnings'], $all->on[$day]['picked']);
            $sorted = $earnings;
            sort($sorted);
            $this->assertSame($sorted, $earnings);
            $this->assertSame(array_slice($all->on[$day]['picked'], 0, 4), $best->on[$day]['picked']);
        }
        $this->assertFalse(Choices::areOneByOne($screen, $ranking, Catalogue::builtIn()));
    }

    /** @return array<string, array{array<string, mixed>}> */
    public static function compared(): array
    {
        return [
            'a percentile' => [['criteria' => ['price_to_earnings > 0', 'universe_percentile(price_to_book) < 0.8']]],
            'a median in a group' => [
                ['criteria' => [['group' => 'any', 'criteria' => ['return_on_equity > sector_median(return_on_equity)']]]],
            ],
            'a metric that compares' => [['criteria' => ['momentum_percentile > 0.5']]],
            'a list, which may change' => [['universe' => ['lists' => ['index' => 'ALLSH']], 'criteria' => []]],
            'companies set aside by their tickers' => [['criteria' => [], 'set_aside' => [['ticker' => 'T3', 'reason' => 'why']]]],
        ];
    }

    /** @param  array<string, mixed>  $definition */
    #[DataProvider('compared')]
    public function test_what_compares_companies_or_names_them_is_not_chosen_one_by_one(array $definition): void
    {
        $this->assertFalse(Choices::areOneByOne(ScreenDefinition::fromArray($definition), null, Catalogue::builtIn()));
    }

    public function test_no_company_is_nobody_chosen_on_each_day(): void
    {
        $none = ['universe' => 0, 'undecidable' => 0, 'picked' => []];
        $choices = Choices::of(ScreenDefinition::fromArray(['criteria' => ['market_cap > 1']]), null, null, $this->past([]), self::DAYS);
        $this->assertSame(array_fill_keys(self::DAYS, $none), $choices->on);
        $this->assertSame([], $choices->everyone());
    }
}
