<?php

declare(strict_types=1);

namespace Tests\Core\CrossSection;

use Logion\CrossSection\Category;
use Logion\CrossSection\Column;
use Logion\CrossSection\Mask;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Operator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ColumnTest extends TestCase
{
    /** @return iterable<string, array{list<float|Absence>}> */
    public static function columns(): iterable
    {
        mt_srand(5);
        $drawn = static fn (int $n, \Closure $value): array => array_map(
            static fn (int $i): float|Absence => mt_rand(0, 11) === 0 ? Absence::of(Reason::NotMeaningful) : $value($i),
            range(1, $n),
        );
        yield 'more values than bins' => [$drawn(3000, static fn (): float => (float) mt_rand(-50000, 50000) / 7)];
        yield 'many alike' => [$drawn(2000, static fn (): float => (float) mt_rand(0, 9))];
        yield 'few' => [[3.0, 1.0, Absence::of(Reason::Missing), 2.0]];
        yield 'all the same' => [array_fill(0, 400, 1.5)];
        yield 'none known' => [array_fill(0, 30, Absence::of(Reason::Missing))];
        yield 'empty' => [[]];
    }

    /** @param  list<float|Absence>  $values */
    #[DataProvider('columns')]
    public function test_an_indexed_column_decides_as_looking_at_every_value_does(array $values): void
    {
        $plain = Column::of($values);
        $indexed = $plain->indexed();
        $known = array_values(array_filter($values, is_float(...)));
        $thresholds = [...array_slice($known, 0, 40), 0.0, -1e300, 1e300, ($known[0] ?? 0.0) + 1e-9];
        foreach (['<', '<=', '>', '>=', '==', '!='] as $operator) {
            foreach ($thresholds as $threshold) {
                $mask = $indexed->compare(Operator::from($operator), $threshold);
                $this->assertSame(
                    $plain->compare(Operator::from($operator), $threshold)->decided,
                    $mask->decided,
                    "{$operator} {$threshold}",
                );
                $this->assertSame(count($values) - count($known), $mask->countOf(Mask::OPEN));
            }
        }
    }

    /** @param  list<float|Absence>  $values */
    #[DataProvider('columns')]
    public function test_a_comparison_is_that_of_each_value_and_nothing_compares_with_what_is_no_number(array $values): void
    {
        $some = [...array_slice($values, 0, 200), INF, -INF];
        $columns = [Column::of($some), Column::of($some)->indexed()];
        foreach (['<', '<=', '>', '>=', '==', '!='] as $operator) {
            foreach ([1.0, 1.5, 0.0, INF, -INF, NAN] as $threshold) {
                $expected = '';
                foreach ($some as $value) {
                    $holds = is_float($value) && Operator::from($operator)->holds($value, $threshold);
                    $expected .= $value instanceof Absence ? Mask::OPEN : ($holds ? Mask::HOLDS : Mask::FAILS);
                }
                // A number that is none has no place among the bins of an index.
                foreach (is_nan($threshold) ? [$columns[0]] : $columns as $column) {
                    $decided = $column->compare(Operator::from($operator), $threshold)->decided;
                    $this->assertSame(bin2hex($expected), bin2hex($decided), "{$operator} {$threshold}");
                }
            }
        }
    }

    public function test_the_states_tell_why_there_is_no_value(): void
    {
        $column = Column::of([
            1.0,
            Absence::of(Reason::Missing),
            Absence::of(Reason::NotApplicable),
            Absence::of(Reason::NotMeaningful),
            Absence::of(Reason::NotEnoughHistory),
        ]);
        $this->assertSame(
            ['value' => 1, 'missing' => 1, 'not_applicable' => 1, 'not_meaningful' => 1, 'not_enough_history' => 1],
            $column->coverage(),
        );
        $this->assertSame('not_meaningful', $column->absence(3)?->kind->value);
        $this->assertNull($column->absence(0));
        $this->assertSame([1.0, null], [$column->at(0), $column->at(1)]);
        $this->assertSame([2.0, 4.0], Column::of([1.0, 2.0, 3.0, 4.0, 5.0])->quartiles(range(0, 4)));
        $this->assertNull($column->quartiles([1, 2]));
    }

    public function test_a_category_gives_back_its_words(): void
    {
        $words = ['b', 'a', 'b', 'c', '10', '10'];
        $category = Category::of($words);
        $this->assertSame($words, $category->all());
        $this->assertSame(['b', 'c'], [$category->at(2), $category->at(3)]);
        $this->assertSame("\1\0\1\0\0\0", $category->among(['b', 'x']));
        $this->assertSame(['b' => 2, '10' => 1], $category->counts("\1\0\1\0\1\0"));
    }

    public function test_a_category_takes_more_words_than_a_byte_tells_apart(): void
    {
        $words = [...array_map(static fn (int $i): string => "w{$i}", range(1, 300)), 'w300', 'w256', 'w300'];
        $category = Category::of($words);
        $this->assertSame($words, $category->all());
        $this->assertSame(['w1', 'w255', 'w256', 'w300'], array_map($category->at(...), [0, 254, 255, 300]));
        $chosen = $category->among(['w256', 'w300', 'none']);
        $this->assertSame([255, 299, 300, 301, 302], Mask::positions($chosen));
        $this->assertSame(['w300' => 3, 'w256' => 2], $category->counts($chosen));
        $this->assertSame(303, strlen($chosen));
    }

    public function test_masks_follow_three_valued_logic(): void
    {
        // Every pair of true, false and unknown, in one mask each.
        $values = [1.0, 0.0, NAN];
        $left = $right = [];
        foreach ($values as $a) {
            foreach ($values as $b) {
                $left[] = $a;
                $right[] = $b;
            }
        }
        $x = Mask::fromValues($left);
        $y = Mask::fromValues($right);
        $read = static fn (Mask $mask): string => implode(
            '',
            array_map(static fn (int $i): string => match ($mask->at($i)) {
                true => 't',
                false => 'f',
                null => 'u',
            }, range(0, 8)),
        );
        $this->assertSame('tfufffufu', $read($x->and($y)));
        $this->assertSame('ttttfutuu', $read($x->or($y)));
        $this->assertSame('ffftttuuu', $read($x->not()));
        $this->assertSame($read($x->and($y)), $read(Mask::atLeast(2, [$x, $y])));
        $this->assertSame($read($x->or($y)), $read(Mask::atLeast(1, [$x, $y])));
    }

    public function test_at_least_k_is_counted_right_for_every_mixture(): void
    {
        mt_srand(9);
        $conditions = [];
        for ($c = 0; $c < 6; $c++) {
            $conditions[] = Mask::fromValues(array_map(static fn (): float => [0.0, 1.0, NAN][mt_rand(0, 2)], range(1, 300)));
        }
        foreach ([1, 2, 4, 6] as $k) {
            $mask = Mask::atLeast($k, $conditions);
            for ($i = 0; $i < 300; $i++) {
                $true = count(array_filter($conditions, static fn (Mask $m): bool => $m->at($i) === true));
                $false = count(array_filter($conditions, static fn (Mask $m): bool => $m->at($i) === false));
                $this->assertSame($true >= $k ? true : ($false > 6 - $k ? false : null), $mask->at($i));
            }
        }
    }

    public function test_each_decision_is_counted_whether_it_is_rare_or_not(): void
    {
        mt_srand(4);
        foreach ([[1, 1, 98], [98, 1, 1], [1, 98, 1], [33, 33, 34], [100, 0, 0], [0, 0, 100]] as $shares) {
            $drawn = [];
            foreach (array_map(null, [1.0, 0.0, NAN], $shares) as [$value, $share]) {
                $drawn = [...$drawn, ...array_fill(0, 40 * $share, $value)];
            }
            shuffle($drawn);
            $mask = Mask::fromValues($drawn);
            foreach ([Mask::HOLDS, Mask::FAILS, Mask::OPEN] as $i => $decision) {
                $this->assertSame(40 * $shares[$i], $mask->countOf($decision));
            }
            $this->assertSame(40 * $shares[0], Mask::count($mask->true()));
            $this->assertSame(40 * $shares[1], Mask::count($mask->false()));
        }
        $this->assertSame(0, (new Mask(''))->countOf(Mask::HOLDS));
    }

    public function test_positions_and_masks_are_each_others_inverse(): void
    {
        $this->assertSame([0, 3, 4], Mask::positions(Mask::choosing([4, 0, 3], 6)));
        $this->assertSame([], Mask::positions(''));
        $this->assertSame("\0\1", Mask::complement("\1\0"));
    }

    public function test_a_column_of_numbers_has_none_where_they_are_none(): void
    {
        $column = Column::ofNumbers([2.5, NAN, -1.0]);
        $this->assertSame([2.5, null, -1.0], [$column->at(0), $column->at(1), $column->at(2)]);
        $this->assertSame(['value' => 2, 'missing' => 1], array_filter($column->coverage()));
        $this->assertSame([], Column::ofNumbers([])->gather([]));
    }
}
