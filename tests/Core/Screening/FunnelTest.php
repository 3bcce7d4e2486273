<?php

declare(strict_types=1);

namespace Tests\Core\Screening;

use Logion\CrossSection\Distribution;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Metric\Catalogue;
use Logion\Screening\Funnel;
use Logion\Screening\InvalidScreen;
use Logion\Screening\ScreenDefinition;
use Logion\Screening\Warnings;
use PHPUnit\Framework\TestCase;
use Tests\Core\CrossSection\MakesUniverses;

final class FunnelTest extends TestCase
{
    use MakesUniverses;

    private const CRITERIA = [
        'price_to_earnings < 15',
        'return_on_equity > 0.1',
        'universe_percentile(price_to_book) <= 0.6',
        'return_on_equity > sector_median(return_on_equity)',
        'not (price_to_book > 3) or return_on_equity > 0.2',
    ];

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

    public function test_a_screen_decided_without_its_steps_has_the_same_survivors(): void
    {
        for ($seed = 1; $seed <= 12; $seed++) {
            $universe = $this->universe($seed);
            $screen = ScreenDefinition::fromArray([
                'universe' => ['sectors' => ['10', '26'], 'exclude' => [1, 2, 3]],
                'criteria' => [
                    ...array_slice(self::CRITERIA, 1),
                    ['formula' => 'price_to_earnings < 5', 'active' => false],
                    ['group' => 'any', 'criteria' => ['price_to_earnings < 30', 'price_to_book < 2']],
                ],
            ]);
            $funnel = Funnel::run($screen, $universe);
            [$start, $decided] = Funnel::decided($screen, $universe);
            $this->assertSame($funnel->start, $start);
            $this->assertSame($funnel->survived, $decided->true());
            $this->assertSame(Mask::positions($funnel->survived), Funnel::surviving($screen, $universe));
            foreach ($universe->positions() as $position) {
                $each = array_map(static fn (Mask $mask): ?bool => $mask->at($position), array_diff_key($funnel->masks, [4 => true]));
                $isOpen = $start[$position] === "\1" && ! in_array(false, $each, true) && in_array(null, $each, true);
                $this->assertSame($isOpen, $decided->at($position) === null);
            }
            $this->assertGreaterThan(0, $decided->countOf(Mask::OPEN));
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
        $screen = ScreenDefinition::fromArray([
            'criteria' => [['formula' => 'price_to_earnings < 15'], ['formula' => 'return_on_equity > 99', 'active' => false]],
        ]);
        $funnel = Funnel::run($screen, $universe);
        $this->assertSame($funnel->steps[0]['survivors'], $funnel->steps[1]['survivors']);
        $this->assertSame(0, $funnel->steps[1]['alone']);
    }

    public function test_alone_and_decisive_are_what_screens_without_the_others_and_without_it_give(): void
    {
        foreach ([1, 2, 3, 4] as $seed) {
            $universe = $this->universe($seed);
            $funnel = Funnel::run($this->screen(self::CRITERIA), $universe);
            $total = Mask::count($funnel->survived);
            foreach (self::CRITERIA as $i => $criterion) {
                $others = self::CRITERIA;
                unset($others[$i]);
                $this->assertSame(count($this->survivors($universe, [$criterion])), $funnel->steps[$i]['alone']);
                $this->assertSame(count($this->survivors($universe, array_values($others))) - $total, $funnel->steps[$i]['decisive']);
                $this->assertSame(
                    $this->survivors($universe, array_values($others)),
                    Mask::positions($funnel->without($i, $this->screen(self::CRITERIA))),
                );
            }
        }
    }

    public function test_a_group_is_what_its_words_say(): void
    {
        $universe = $this->universe(11);
        $members = ['price_to_earnings < 15', 'return_on_equity > 0.1', 'price_to_book < 2'];
        $group = fn (string $kind, int $count = 1): array => Mask::positions(
            Funnel::run(
                ScreenDefinition::fromArray(['criteria' => [['group' => $kind, 'count' => $count, 'criteria' => $members]]]),
                $universe,
            )->survived,
        );
        $this->assertSame($this->survivors($universe, $members), $group('all'));
        $this->assertSame(
            $this->survivors($universe, ['price_to_earnings < 15 or return_on_equity > 0.1 or price_to_book < 2']),
            $group('any'),
        );
        $this->assertSame($group('any'), $group('at_least', 1));
        $this->assertSame($group('all'), $group('at_least', 3));
        $two = $this->survivors($universe, [
            '(price_to_earnings < 15 and return_on_equity > 0.1) or (price_to_earnings < 15 and price_to_book < 2) or (return_on_equity '.
            '> 0.1 and price_to_book < 2)',
        ]);
        $this->assertSame($two, $group('at_least', 2));
    }

    public function test_a_group_within_a_group_and_members_switched_off(): void
    {
        $universe = $this->universe(12);
        $nested = Funnel::run(
            ScreenDefinition::fromArray([
                'criteria' => [
                    [
                        'group' => 'any',
                        'criteria' => [
                            'price_to_earnings < 8',
                            ['group' => 'all', 'criteria' => ['return_on_equity > 0.3', 'price_to_book < 3']],
                            ['formula' => 'price_to_book > 0', 'active' => false],
                        ],
                    ],
                ],
            ]),
            $universe,
        );
        $this->assertSame(
            $this->survivors($universe, ['price_to_earnings < 8 or (return_on_equity > 0.3 and price_to_book < 3)']),
            Mask::positions($nested->survived),
        );
        $this->assertCount(3, $nested->steps[0]['members']);
        $empty = Funnel::run(ScreenDefinition::fromArray(['criteria' => [['group' => 'any', 'criteria' => []]]]), $universe);
        $this->assertSame(200, Mask::count($empty->survived), 'A group that says nothing leaves everyone.');
    }

    public function test_companies_set_aside_leave_the_universe_and_percentiles_are_taken_without_them(): void
    {
        $universe = $this->universe(13);
        $aside = [
            ['ticker' => 'T003', 'reason' => 'odd'],
            ['ticker' => 'T007', 'reason' => 'odd'],
            ['ticker' => 'NONE', 'reason' => 'unknown'],
        ];
        $with = Funnel::run(
            ScreenDefinition::fromArray(['set_aside' => $aside, 'criteria' => ['universe_percentile(price_to_book) > 0.5']]),
            $universe,
        );
        $by = Funnel::run(
            ScreenDefinition::fromArray(['universe' => ['exclude' => [4, 8]], 'criteria' => ['universe_percentile(price_to_book) > 0.5']]),
            $universe,
        );
        $this->assertSame(198, Mask::count($with->start));
        $this->assertSame($by->survived, $with->survived);
    }

    public function test_places_count_from_the_highest(): void
    {
        $universe = self::of(['price_to_book' => [3.0, 1.0, 5.0, 5.0, \Logion\Figure\Absence::of(Reason::Missing), 2.0]]);
        $places = $universe->evaluate($universe->catalogue->parse('universe_place(price_to_book)'), range(0, 5));
        $this->assertSame([3.0, 5.0, 1.0, 1.0], array_slice($places, 0, 4));
        $this->assertNan($places[4]);
        $this->assertSame(
            [0, 2, 3],
            Mask::positions(Funnel::run($this->screen(['universe_place(price_to_book) <= 3']), $universe)->survived),
        );
    }

    public function test_several_columns_sort_among_equals(): void
    {
        $universe = self::of(['price_to_book' => [2.0, 1.0, 2.0, 1.0], 'return_on_equity' => [0.1, 0.2, 0.3, 0.4]]);
        $screen = ScreenDefinition::fromArray(['sort' => ['price_to_book', '-return_on_equity']]);
        $this->assertSame([3, 1, 2, 0], Funnel::run($screen, $universe)->survivors($screen, $universe));
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
            $screen = ScreenDefinition::fromArray(['sort' => [$sort]]);
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
        $narrow = Funnel::run(
            ScreenDefinition::fromArray(['universe' => ['sectors' => ['10']], 'criteria' => ['universe_percentile(price_to_book) > 0.5']]),
            $universe,
        );
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
        $warn = static fn (array $screen): array => Warnings::of(Funnel::run(ScreenDefinition::fromArray($screen), $universe), $universe);
        $this->assertSame([], $warn(['criteria' => ['return_on_equity > 0']]));
        $one = $warn(['universe' => ['sectors' => ['20']]]);
        $this->assertSame(['concentration', '20', 67, 67], array_values($one[0]));
        $two = $warn(['criteria' => ['price_to_earnings > 0 and return_on_equity > -1 and price_to_book > 0']]);
        $this->assertSame('undecidable', $two[0]['kind']);
        $this->assertSame(200, $two[0]['of']);
        $this->assertSame(
            [],
            $warn(['universe' => ['sectors' => ['20'], 'companies' => [2, 5, 8]]]),
            'Three companies are no concentration.',
        );
    }

    public function test_bad_screens_are_refused_with_a_reason(): void
    {
        foreach (
            [
                [['version' => 3], 'newer version'],
                [['criteria' => 'x'], 'must be a list'],
                [['criteria' => array_fill(0, 5000, '1 > 0')], 'at most'],
                [['criteria' => [7]], 'must be text'],
                [['criteria' => [['group' => 'most']]], 'is "all"'],
                [['criteria' => [['group' => 'at_least', 'count' => 0]]], 'from 1'],
                [['criteria' => [['group' => 'any', 'criteria' => array_fill(0, 201, '1 > 0')]]], 'at most'],
                [['universe' => ['planets' => []]], 'knows no "planets"'],
                [['universe' => 'mars'], 'not known'],
                [['universe' => ['sectors' => [['x']]]], 'list of codes'],
            ] as [$data, $part]
        ) {
            try {
                ScreenDefinition::fromArray($data);
                $this->fail('Accepted: '.json_encode($data));
            } catch (InvalidScreen $error) {
                $this->assertStringContainsString($part, $error->getMessage());
            }
        }
    }

    public function test_a_screen_survives_being_written_and_read(): void
    {
        $screen = ScreenDefinition::fromArray([
            'name' => 'A',
            'belief' => 'B',
            'universe' => ['sectors' => ['10']],
            'criteria' => [
                'price_to_book < 1',
                [
                    'group' => 'at_least',
                    'count' => 2,
                    'active' => false,
                    'criteria' => ['price_to_book > 0', ['group' => 'any', 'criteria' => ['price_to_book > 1']]],
                ],
            ],
            'columns' => ['price_to_book'],
            'sort' => ['-price_to_book'],
            'literature' => 'L',
            'set_aside' => [['ticker' => 'T001', 'reason' => 'odd']],
            'ranking' => ['components' => [['formula' => 'price_to_book', 'weight' => 2.5, 'better' => 'lower']], 'missing' => 'worst'],
            'regression' => [
                'dependent' => ['formula' => 'price_to_book', 'log' => true],
                'regressors' => [['formula' => 'return_on_equity']],
            ],
        ]);
        $this->assertEquals($screen, ScreenDefinition::fromArray(json_decode((string) json_encode($screen->toArray()), true)));
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
    private function screen(array $criteria): ScreenDefinition
    {
        return ScreenDefinition::fromArray(['criteria' => $criteria]);
    }

    private function universe(int $seed): Universe
    {
        return self::drawn($seed);
    }

    public function test_a_group_tells_of_each_member_how_many_pass_it_and_who_is_compared_with_whom(): void
    {
        $universe = self::of([
            'price_to_earnings' => [5.0, 15.0, Absence::of(Reason::Missing), 25.0],
            'return_on_equity' => [0.1, 0.2, 0.3, Absence::of(Reason::Missing)],
        ]);
        $funnel = Funnel::run(
            ScreenDefinition::fromArray([
                'criteria' => [['group' => 'any', 'criteria' => ['price_to_earnings < 10', 'return_on_equity > 0.15']]],
            ]),
            $universe,
        );
        $this->assertSame(
            [['price_to_earnings < 10', 1, 1], ['return_on_equity > 0.15', 2, 1]],
            array_map(
                static fn (array $member): array => [$member['criterion'], $member['alone'], $member['undecidable']],
                $funnel->steps[0]['members'],
            ),
        );
        $this->assertSame([3, 1], [$funnel->steps[0]['survivors'], $funnel->steps[0]['undecidable']]);
        $this->assertNull(Funnel::among($universe->everyone(), $universe), 'everyone is compared with everyone');
        $some = "\x01\x01\x00\x00";
        $this->assertSame($some, Funnel::among($some, $universe));
    }

    public function test_a_screen_written_out_is_the_same_screen(): void
    {
        $screen = ScreenDefinition::fromArray([
            'criteria' => ['price_to_earnings > 0', ['group' => 'any', 'criteria' => ['return_on_equity > 0', 'price_to_book < 3']]],
            'columns' => ['price_to_book'],
        ]);
        $this->assertEquals($screen->toArray(), $screen->writtenOut(Catalogue::builtIn())->toArray());
    }

    public function test_a_sixth_of_the_companies_that_cannot_be_decided_is_called_out_and_a_tenth_is_not(): void
    {
        $kinds = static function (int $unknown): array {
            $values = [...array_fill(0, $unknown, Absence::of(Reason::Missing)), ...array_map(floatval(...), range(1, 60 - $unknown))];
            $universe = self::of(['price_to_earnings' => $values]);
            $screen = ScreenDefinition::fromArray(['criteria' => ['price_to_earnings > 0']]);

            return array_column(Warnings::of(Funnel::run($screen, $universe), $universe), 'kind');
        };
        $this->assertContains('undecidable', $kinds(10));
        $this->assertNotContains('undecidable', $kinds(6));
    }
}
