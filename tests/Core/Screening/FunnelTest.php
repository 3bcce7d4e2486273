<?php

declare(strict_types=1);

namespace Tests\Core\Screening;

use Logion\Absence;
use Logion\Metrics\Catalogue;
use Logion\Screening\Column;
use Logion\Screening\Distribution;
use Logion\Screening\Funnel;
use Logion\Screening\InvalidScreen;
use Logion\Screening\Mask;
use Logion\Screening\Screen;
use Logion\Screening\Universe;
use Logion\Screening\Warnings;
use PHPUnit\Framework\TestCase;

final class FunnelTest extends TestCase
{
    private const CRITERIA = ['price_to_earnings < 15', 'return_on_equity > 0.1', 'universe_percentile(price_to_book) <= 0.6', 'return_on_equity > sector_median(return_on_equity)', 'not (price_to_book > 3) or return_on_equity > 0.2'];

    public function test_survivors_are_those_who_pass_every_criterion_in_any_order(): void
    {
        for ($seed = 1; $seed <= 12; $seed++) {
            $universe = $this->universe($seed);
            $all = $this->survivors($universe, self::CRITERIA);
            $each = array_map(fn (string $criterion): array => $this->survivors($universe, [$criterion]), self::CRITERIA);
            $together = array_values(array_intersect(...$each));
            sort($together);
            $this->assertSame($together, $all);
            $this->assertSame($all, $this->survivors($universe, array_reverse(self::CRITERIA)));
        }
    }

    public function test_an_unknown_figure_does_not_pass_and_is_counted(): void
    {
        $universe = $this->universe(3);
        $below = Funnel::run($this->screen(['price_to_earnings < 15']), $universe);
        $above = Funnel::run($this->screen(['price_to_earnings >= 15']), $universe);
        $unknown = 200 - $universe->column('price_to_earnings')->coverage()['value'];
        $this->assertGreaterThan(0, $unknown);
        $this->assertSame($unknown, $below->steps[0]['undecidable']);
        $this->assertSame(200 - $unknown, Mask::count($below->survived) + Mask::count($above->survived));
    }

    public function test_a_criterion_switched_off_changes_nothing(): void
    {
        $universe = $this->universe(4);
        $screen = Screen::fromArray(['criteria' => [['formula' => 'price_to_earnings < 15'], ['formula' => 'return_on_equity > 99', 'active' => false]]]);
        $funnel = Funnel::run($screen, $universe);
        $this->assertSame($funnel->steps[0]['survivors'], $funnel->steps[1]['survivors']);
        $this->assertSame(0, $funnel->steps[1]['alone']);
    }

    public function test_percentiles_do_not_change_under_a_rising_transformation(): void
    {
        $universe = $this->universe(5);
        $positions = range(0, 199);
        $parse = $universe->catalogue->parse(...);
        $known = array_values(array_filter($positions, static fn (int $p): bool => $universe->column('price_to_book')->at($p) !== null));
        $this->assertEquals(
            $universe->evaluate($parse('universe_percentile(price_to_book)'), $known),
            $universe->evaluate($parse('universe_percentile(price_to_book * 3 + 7)'), $known),
        );
    }

    public function test_companies_without_a_value_come_last_either_way(): void
    {
        $universe = $this->universe(6);
        foreach (['price_to_earnings', '-price_to_earnings'] as $sort) {
            $screen = Screen::fromArray(['sort' => [$sort]]);
            $values = $universe->column('price_to_earnings')->gather(Funnel::run($screen, $universe)->survivors($screen, $universe));
            $known = array_values(array_filter($values, static fn (float $x): bool => $x == $x));
            $sorted = $known;
            $sort[0] === '-' ? rsort($sorted) : sort($sorted);
            $this->assertSame($sorted, array_slice($values, 0, count($known)));
        }
    }

    public function test_a_percentile_is_of_the_universe_in_question(): void
    {
        $universe = $this->universe(7);
        $narrow = Funnel::run(Screen::fromArray(['universe' => ['sectors' => ['10']], 'criteria' => ['universe_percentile(price_to_book) > 0.5']]), $universe);
        $known = Mask::count($narrow->start) - $narrow->steps[0]['undecidable'];
        $this->assertEqualsWithDelta($known / 2, Mask::count($narrow->survived), 1.0);
    }

    public function test_a_distribution_accounts_for_everyone(): void
    {
        $values = $this->universe(8)->column('price_to_earnings')->gather(range(0, 199));
        $d = Distribution::of($values);
        $this->assertSame(200, $d->below + array_sum($d->counts) + $d->above + $d->unknown);
        $this->assertSame(0, Distribution::of([])->known);
        $this->assertSame(3, array_sum(Distribution::of([2.0, 2.0, 2.0])->counts));
    }

    public function test_a_concentration_and_an_undecidable_criterion_are_called_out(): void
    {
        $universe = $this->universe(9);
        $warn = static fn (array $screen): array => Warnings::of(Funnel::run(Screen::fromArray($screen), $universe), $universe);
        $this->assertSame([], $warn(['criteria' => ['return_on_equity > 0']]));
        $one = $warn(['universe' => ['sectors' => ['20']]]);
        $this->assertSame(['concentration', '20', 67, 67], array_values($one[0]));
        $two = $warn(['criteria' => ['price_to_earnings > 0 and return_on_equity > -1 and price_to_book > 0']]);
        $this->assertSame('undecidable', $two[0]['kind']);
        $this->assertSame(200, $two[0]['of']);
        $this->assertSame([], $warn(['universe' => ['sectors' => ['20'], 'companies' => [2, 5, 8]]]), 'Three companies are no concentration.');
    }

    public function test_bad_screens_are_refused_with_a_reason(): void
    {
        foreach ([
            [['version' => 3], 'newer version'], [['criteria' => 'x'], 'must be a list'], [['criteria' => array_fill(0, 5000, '1 > 0')], 'at most'],
            [['criteria' => [7]], 'must be text'], [['criteria' => [['group' => 'most']]], 'is "all"'], [['criteria' => [['group' => 'at_least', 'count' => 0]]], 'from 1'], [['criteria' => [['group' => 'any', 'criteria' => array_fill(0, 201, '1 > 0')]]], 'at most'], [['universe' => ['planets' => []]], 'knows no "planets"'], [['universe' => 'mars'], 'not known'], [['universe' => ['sectors' => [['x']]]], 'list of codes'],
        ] as [$data, $part]) {
            try {
                Screen::fromArray($data);
                $this->fail('Accepted: '.json_encode($data));
            } catch (InvalidScreen $error) {
                $this->assertStringContainsString($part, $error->getMessage());
            }
        }
    }

    public function test_a_screen_survives_being_written_and_read(): void
    {
        $screen = Screen::fromArray(['name' => 'A', 'belief' => 'B', 'universe' => ['sectors' => ['10']], 'criteria' => ['price_to_book < 1'], 'columns' => ['price_to_book'], 'sort' => ['-price_to_book']]);
        $this->assertEquals($screen, Screen::fromArray(json_decode((string) json_encode($screen->toArray()), true)));
    }

    /**
     * @param  list<string>  $criteria
     * @return list<int>
     */
    private function survivors(Universe $universe, array $criteria): array
    {
        return Mask::positions(Funnel::run($this->screen($criteria), $universe)->survived);
    }

    /** @param  list<string>  $criteria */
    private function screen(array $criteria): Screen
    {
        return Screen::fromArray(['criteria' => $criteria]);
    }

    private function universe(int $seed): Universe
    {
        mt_srand($seed);
        $random = static fn (float $low, float $high): float|Absence => mt_rand(0, 9) === 0 ? Absence::missing('no') : $low + ($high - $low) * mt_rand() / mt_getrandmax();
        $columns = [];
        foreach (['price_to_earnings' => [4, 40], 'return_on_equity' => [-0.1, 0.4], 'price_to_book' => [0.3, 6]] as $name => [$low, $high]) {
            $columns[$name] = Column::of(array_map(static fn (): float|Absence => $random($low, $high), range(0, 199)));
        }
        $sectors = array_map(static fn (int $i): string => ['10', '20', '26'][$i % 3], range(0, 199));
        $all = static fn (string $value): array => array_fill(0, 200, $value);

        $attributes = [
            'ticker' => array_map(static fn (int $i): string => sprintf('T%03d', $i), range(0, 199)), 'name' => $all('N'), 'sector' => $sectors, 'template' => $all('industrial'), 'country' => $all('XA'), 'exchange' => $all('XQTH'), 'kind' => $all('share'), 'currency' => $all('XCR'), 'year_end' => $all('12'), 'reported' => $all('20260331'),
        ];

        return new Universe(20260630, range(1, 200), static fn (string $name): array => $attributes[$name], Catalogue::builtIn(), static fn (string $name): ?Column => $columns[$name] ?? null, static fn () => throw new \LogicException('Nothing is derived here.'));
    }
}
