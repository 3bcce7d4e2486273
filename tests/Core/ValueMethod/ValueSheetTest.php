<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MisfitMethod;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSubject;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** What follows from the declaration of a method alone, whatever the method is. */
final class ValueSheetTest extends TestCase
{
    /** @param  array<string, float>  $changes */
    private function sheet(array $changes = [], ?float $b = 4.0, ?string $misfit = null, bool $forced = false): ValueSheet
    {
        $scope = Books::scope([2024 => ['revenue' => 100], 2025 => ['revenue' => 110]]);

        return new ValueSheet(new LinearMethod($b, $misfit), new ValueSubject($scope, null), $changes, $forced);
    }

    public function test_inputs_are_taken_as_they_are_or_as_they_are_changed(): void
    {
        $this->assertSame(27.0, $this->sheet()->worth()->centre);
        $this->assertSame(33.0, $this->sheet(['a' => 12.0])->worth()->centre);
        $this->assertSame(22.0, $this->sheet(['years' => 0.0])->worth()->centre);
    }

    public function test_a_change_that_names_nothing_or_cannot_be_is_refused_by_name(): void
    {
        foreach ([['c' => 1.0], ['a' => NAN], ['years' => 2.5], ['years' => 11.0], ['years' => -1.0]] as $changes) {
            try {
                $this->sheet($changes);
                $this->fail('taken: '.json_encode(array_keys($changes)));
            } catch (InvalidAssumption $refusal) {
                $this->assertSame(array_key_first($changes), $refusal->assumption);
            }
        }
        $this->expectExceptionMessage('linear');
        ValueMethods::get('linear');
    }

    public function test_what_is_not_known_is_said_and_never_nought(): void
    {
        $sheet = $this->sheet(b: null);
        $this->assertSame(['Second'], $sheet->missing());
        $this->assertNull($sheet->centre([]));
        $this->assertSame(27.0, $sheet->centre(['b' => 4.0]), 'typed, it is known');
        $this->assertSame(27.0, $this->sheet(['b' => 4.0], null)->worth()->centre);
        $this->expectExceptionMessage('Second');
        $sheet->worth();
    }

    public function test_a_misfit_is_refused_with_its_reason_and_can_be_forced(): void
    {
        $forced = $this->sheet(misfit: 'It is no line.', forced: true);
        $this->assertSame('It is no line.', $forced->misfit);
        $this->assertSame(27.0, $forced->worth()->centre);
        $this->assertNull($this->sheet(forced: true)->misfit, 'what fits is not forced');
        $this->expectException(MisfitMethod::class);
        $this->expectExceptionMessage('It is no line.');
        $this->sheet(misfit: 'It is no line.');
    }

    public function test_backwards_gives_the_figure_that_gives_the_price(): void
    {
        $sheet = $this->sheet();
        foreach (['a' => 45.0, 'b' => 15.0] as $name => $price) {
            $solved = $sheet->solve($name, $price);
            $this->assertNotNull($solved);
            $this->assertEqualsWithDelta($price, $sheet->centre([$name => $solved]), 1e-9);
        }
        $this->assertNull($sheet->solve('a', 1e6), 'beyond its range');
        $this->assertStringContainsString('16.00', $sheet->sentence('a', 45.0));
        $this->assertStringContainsString('other 12.00', $sheet->sentence('a', 45.0));
        $this->assertStringContainsString('No First', $sheet->sentence('a', 1e6));
        $this->expectException(InvalidAssumption::class);
        $sheet->solve('c', 1.0);
    }

    public function test_the_ends_of_a_tornado_are_single_changes_and_the_widest_is_first(): void
    {
        $sheet = $this->sheet();
        $bars = $sheet->tornado();
        $this->assertSame(['a', 'years', 'b'], array_column($bars, 'input'));
        foreach ($bars as $bar) {
            $this->assertSame($sheet->centre([$bar['input'] => $bar['from']]), $bar['low']);
            $this->assertSame($sheet->centre([$bar['input'] => $bar['to']]), $bar['high']);
            $this->assertEqualsWithDelta(abs($bar['high'] - $bar['low']), $bar['swing'], 1e-12);
        }
        $own = $sheet->tornado(['b' => [0.0, 29.0]]);
        $this->assertSame('b', $own[0]['input']);
        $this->assertEqualsWithDelta(58.0, $own[0]['swing'], 1e-12);
        $none = $sheet->tornado(['b' => [0.0, 31.0]]);
        $this->assertSame(['b', null], [$none[2]['input'], $none[2]['swing']], 'without a value it comes last');
    }

    public function test_a_grid_holds_the_value_of_each_pair(): void
    {
        $sheet = $this->sheet();
        [$rows, $columns] = [$sheet->steps('a'), $sheet->steps('b')];
        $this->assertCount(7, $rows);
        $this->assertEqualsWithDelta([7.0, 10.0, 13.0], [$rows[0], $rows[3], $rows[6]], 1e-12);
        foreach ($sheet->sensitivity('a', $rows, 'b', $columns) as $i => $line) {
            foreach ($line as $j => $value) {
                $this->assertEqualsWithDelta(3 * $rows[$i] - 2 * $columns[$j] + 5, $value, 1e-12);
            }
        }
        $this->assertNull($sheet->sensitivity('a', [1.0], 'b', [31.0])[0][0]);
    }
}
