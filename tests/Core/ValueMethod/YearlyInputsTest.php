<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\Valuation\InvalidAssumption;
use Logion\ValueMethod\ValueCases;
use Logion\ValueMethod\ValueChange;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSimulation;
use Logion\ValueMethod\ValueSubject;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** Inputs with a figure for each year: by rules, moved as a whole, tied to each other; and one method under several cases. */
final class YearlyInputsTest extends TestCase
{
    /**
     * @param  array<string, float>  $figures
     * @param  array<string, array<string, mixed>>  $rules
     */
    private function sheet(array $figures = [], array $rules = []): ValueSheet
    {
        return ValueSheet::of(new YearlyMethod(), $this->subject(), $figures, $rules, false);
    }

    private function subject(): ValueSubject
    {
        return new ValueSubject(Books::scope([2024 => ['revenue' => 100], 2025 => ['revenue' => 110]]), null);
    }

    public function test_a_path_goes_by_its_rule_and_its_figure_is_the_mean(): void
    {
        $sheet = $this->sheet();
        $this->assertEqualsWithDelta([1.0, 5 / 3, 7 / 3, 3.0], $sheet->path('income'), 1e-12);
        $this->assertEqualsWithDelta(2.0, $sheet->figures['income'], 1e-12);
        $this->assertEqualsWithDelta(6.0, $sheet->worth()->centre, 1e-12);
        $own = $this->sheet([], ['income' => ['rule' => 'own', 'values' => [4.0, 0.0, 2.0]]]);
        $this->assertSame([4.0, 0.0, 2.0, 2.0], $own->path('income'));
        $this->assertSame(2.0, $own->figures['income']);
        $this->assertEqualsWithDelta(16.0, $this->sheet([], ['income' => ['rule' => 'historical_mean']])->worth()->centre + 2.0, 1e-12);
        $this->assertSame([5.0, 7.0, 7.0, 7.0], $this->sheet([], ['income' => ['rule' => 'consensus']])->path('income'));
        $this->assertCount(2, $this->sheet(['years' => 2.0])->path('income'));
        $this->assertSame([], $sheet->path('twice'), 'a choice has no years');
    }

    public function test_to_move_the_figure_moves_all_years_by_as_much(): void
    {
        $sheet = $this->sheet(['income' => 3.0]);
        $this->assertEqualsWithDelta([2.0, 8 / 3, 10 / 3, 4.0], $sheet->path('income'), 1e-12);
        $this->assertEqualsWithDelta(10.0, $sheet->worth()->centre, 1e-12);
        $plain = $this->sheet();
        $this->assertEqualsWithDelta(10.0, $plain->centre(['income' => 3.0]), 1e-12);
        $this->assertEqualsWithDelta(2.0 + 13.0 / 4, $plain->solve('income', 19.0), 1e-6);
        $this->assertEqualsWithDelta(6.0 + 0.5, $plain->centre(['income@3' => 7 / 3 + 0.5]), 1e-12, 'one year alone can be set');
        // With more years the path is drawn anew and moved as it was.
        $this->assertEqualsWithDelta(8 * 2.0 - 8 * 0.5 + 8.0, $sheet->centre(['years' => 8.0]), 1e-12);
    }

    public function test_one_goes_along_with_another_and_follows_it_nowhere_in_a_circle(): void
    {
        $tied = $this->sheet([], ['paid' => ['rule' => 'tied', 'along' => 'income', 'times' => 0.5, 'plus' => 0.1]]);
        $this->assertEqualsWithDelta(
            array_map(static fn (float $of): float => 0.5 * $of + 0.1, $tied->path('income')),
            $tied->path('paid'),
            1e-12,
        );
        foreach (
            [
                ['paid' => ['rule' => 'tied', 'along' => 'paid']],
                ['paid' => ['rule' => 'tied', 'along' => 'income'], 'income' => ['rule' => 'tied', 'along' => 'paid']],
                ['paid' => ['rule' => 'tied', 'along' => 'years']],
                ['years' => ['rule' => 'own', 'values' => [1.0]]],
                ['paid' => ['rule' => 'consensus']],
            ] as $rules
        ) {
            try {
                $this->sheet([], $rules);
                $this->fail('taken: '.json_encode($rules));
            } catch (InvalidAssumption $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
        }
    }

    public function test_a_choice_is_one_of_its_ways_and_is_moved_by_nothing(): void
    {
        $this->assertEqualsWithDelta(12.0, $this->sheet(['twice' => 1.0])->worth()->centre, 1e-12);
        $this->assertNotContains('twice', array_column($this->sheet()->tornado(), 'input'));
        foreach ([2.0, -1.0, 0.5] as $none) {
            try {
                $this->sheet(['twice' => $none]);
                $this->fail("taken: {$none}");
            } catch (InvalidAssumption $refusal) {
                $this->assertSame('twice', $refusal->assumption);
            }
        }
    }

    public function test_a_tornado_goes_to_ends_of_ones_own(): void
    {
        $bars = array_column($this->sheet()->tornado(['income' => [0.0, 5.0]]), null, 'input');
        $this->assertEqualsWithDelta([-2.0, 18.0], [$bars['income']['low'], $bars['income']['high']], 1e-12);
        $this->assertSame([0.0, 5.0], [$bars['income']['from'], $bars['income']['to']]);
    }

    public function test_draws_move_whole_paths_and_meet_their_mean(): void
    {
        $drawn = (new ValueSimulation($this->sheet(), ['income' => ['kind' => 'uniform', 'low' => 1.0, 'high' => 3.0]]))->run(
            4000,
            3,
            null,
        );
        $this->assertEqualsWithDelta(6.0, $drawn['mean'], 0.1);
        $this->assertEqualsWithDelta((4 * 2) / sqrt(12), $drawn['deviation'], 0.1);
    }

    public function test_what_changed_is_told_though_the_mean_is_the_same(): void
    {
        $then = $this->sheet([], ['income' => ['rule' => 'own', 'values' => [4.0, 0.0, 2.0, 2.0]]]);
        $now = $this->sheet();
        $paths = ['income' => $then->path('income'), 'paid' => [0.75, 0.75, 0.75, 0.75]];
        $told = ValueChange::between($now, ['income' => 2.0, 'paid' => 0.75, 'years' => 4.0, 'twice' => 0.0], 5.0, $paths);
        $this->assertEqualsWithDelta(6.0, $told['now'], 1e-12);
        $this->assertEqualsWithDelta($told['now'] - $told['was'], array_sum(array_column($told['steps'], 'change')), 1e-12);
        $this->assertSame([['Income', 'Paid']], array_column($told['steps'], 'inputs'), 'the shape of income and the height of paid');
    }

    public function test_cases_have_values_of_their_own_and_one_expected_of_all(): void
    {
        $case = static fn (string $name, float $probability, float $income): array => [
            'name' => $name,
            'probability' => $probability,
            'figures' => ['income' => $income],
            'rules' => [],
        ];
        $told = new ValueCases(new YearlyMethod(), $this->subject(), [$case('Bear', 0.25, 1.0), $case('Bull', 0.75, 3.0)]);
        $this->assertEqualsWithDelta([2.0, 10.0], array_column($told->cases, 'centre'), 1e-12);
        $this->assertEqualsWithDelta(8.0, $told->expected, 1e-12);
        $this->assertEqualsWithDelta(sqrt(0.25 * 36 + 0.75 * 4), $told->deviation, 1e-12);
        $this->assertNull($told->upsideToDownside, 'nobody trades it');
        foreach (
            [
                [],
                [$case('One', 0.5, 1.0)],
                [$case('One', 1.5, 1.0), $case('Other', -0.5, 1.0)],
                [['name' => 'Odd', 'probability' => 1.0, 'figures' => ['luck' => 1.0], 'rules' => []]],
                array_fill(0, 10, $case('Many', 0.1, 1.0)),
            ] as $wrong
        ) {
            try {
                new ValueCases(new YearlyMethod(), $this->subject(), $wrong);
                $this->fail('taken: '.json_encode($wrong));
            } catch (InvalidAssumption $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
        }
    }
}
