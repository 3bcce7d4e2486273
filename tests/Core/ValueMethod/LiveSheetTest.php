<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\CrossSection\Column;
use Logion\CrossSection\Universe;
use Logion\Figure\Unit;
use Logion\Formula\Node;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Reporting\ReportingModel;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MisfitMethod;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSubject;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;
use Tests\Core\InventedFilings;

/** The formulas of a method for a spreadsheet say what the method says, whatever is put in. */
final class LiveSheetTest extends TestCase
{
    private const COMPANIES = 40;

    private const TRIES = 9;

    /** From this try on one amount is nought or negative. */
    private const AT_ENDS = 5;

    private static function subject(ReportingModel $kind): ValueSubject
    {
        $years = InventedFilings::years(5);
        foreach ($years as $year => $lines) {
            $years[$year] = [
                ...$lines,
                'diluted_shares_average' => $lines['basic_shares_average'],
                'common_equity' => $lines['total_equity'],
            ];
        }
        $prices = new PriceSeries([20260629, 20260630], [19.0, 20.0]);
        $universe = new Universe(
            20260630,
            range(1, self::COMPANIES),
            static fn (string $name): array => array_fill(
                0,
                self::COMPANIES,
                ['template' => $kind->value, 'kind' => 'share'][$name] ?? 'one',
            ),
            Catalogue::builtIn(),
            // Whatever is asked for: figures between a half and one and a half times its own, and returns of a tenth or so.
            static fn (string $name): Column => Column::of(
                array_map(
                    static fn (int $i): float => ($name === 'return_on_equity' ? 0.1 : 8.0) * (0.5 + crc32("{$name} {$i}") / 2 ** 32),
                    range(1, self::COMPANIES),
                ),
            )->indexed(),
            static fn (Node $node) => throw new \LogicException("{$node} is not to be derived here."),
        );
        $parts = ['Ore' => [2023 => 2.0e8, 2024 => 2.2e8, 2025 => 2.5e8], 'Salt' => [2024 => 1.5e8, 2025 => 1.4e8]];

        return new ValueSubject(
            Books::scope($years, prices: $prices, template: $kind),
            $universe,
            range(2, self::COMPANIES),
            null,
            $kind === ReportingModel::Industrial ? $parts : [],
            $kind === ReportingModel::Industrial ? ['Ore' => 4.0e7, 'Salt' => 1.0e7] : [],
        );
    }

    /** @return array<string, float> what is not known, and, but for the first try, whatever else moves the value */
    private static function drawn(ValueSheet $sheet, int $try): array
    {
        $changes = [];
        foreach ($sheet->inputs as $name => $input) {
            $at = $sheet->figures[$name] ?? self::invented($input);
            if ($try > 0) {
                [$low, $high] = $input->around($at);
                $at = match (true) {
                    $input->choices !== [] => (float) mt_rand(0, count($input->choices) - 1),
                    $input->unit === Unit::Years => (float) mt_rand(2, 6),
                    default => $low + (($high - $low) * mt_rand()) / mt_getrandmax(),
                };
            }
            if ($at !== $sheet->figures[$name]) {
                $changes[$name] = $at;
            }
        }
        $isAmount = static fn (MethodInput $of): bool => ! $of->isWhole() && $of->unit !== Unit::Percent;
        $amounts = array_keys(array_filter($sheet->inputs, $isAmount));
        if ($try >= self::AT_ENDS && $amounts !== []) {
            // Nothing at all, or less.
            $changes[$amounts[mt_rand(0, count($amounts) - 1)]] = $try % 2 === 0 ? 0.0 : -3.0;
        }

        return $changes;
    }

    private static function invented(MethodInput $input): float
    {
        return match ($input->unit) {
            Unit::Percent => str_contains($input->name, 'discount') || str_contains($input->name, 'cost_of') ? 0.11 : 0.03,
            Unit::Money => 1.0e7,
            Unit::Shares => 1.0e6,
            Unit::Years => 4.0,
            default => 2.5,
        };
    }

    /**
     * @param  array<string, float>  $changes
     * @return bool whether there was a value to compare
     */
    private function compare(ValueMethod $method, ValueSubject $subject, array $changes): bool
    {
        $sheet = new ValueSheet($method, $subject, $changes, true);
        try {
            $worth = $sheet->worth();
        } catch (InvalidAssumption) {
            return false;
        }
        $in = $sheet->inYears();
        $live = $method->live($in, $subject);
        $formulas = new LiveFormulas($live, $in);
        [$low, $centre, $high] = array_map($formulas->value(...), [LiveSheet::LOW, LiveSheet::CENTRE, LiveSheet::HIGH]);
        if ($live->around !== null) {
            $ends = array_map(
                static fn (float $by): ?float => (new LiveFormulas($live, self::moved($in, $live->around, $by)))->value(LiveSheet::CENTRE),
                [0.01, -0.01],
            );
            [$low, $high] = in_array(null, $ends, true) ? $ends : [min($ends), max($ends)];
        }
        $told = $subject->kind()->value.' '.$method->key().' '.json_encode($in);
        foreach ([[$worth->low, $low], [$worth->centre, $centre], [$worth->high, $high]] as [$said, $counted]) {
            $this->assertSame($said === null, $counted === null, $told);
            $this->assertEqualsWithDelta($said, $counted, 1e-9 * max(1.0, abs((float) $said)), $told);
        }

        return $worth->centre !== null;
    }

    /**
     * @param  array<string, float>  $in
     * @return array<string, float> an input and its years moved
     */
    private static function moved(array $in, string $input, float $by): array
    {
        foreach ($in as $name => $figure) {
            $in[$name] = explode('@', $name)[0] === $input ? $figure + $by : $figure;
        }

        return $in;
    }

    public function test_a_spreadsheet_counts_what_the_method_says(): void
    {
        mt_srand(11);
        $compared = [];
        foreach ([ReportingModel::Industrial, ReportingModel::Bank, ReportingModel::Property] as $kind) {
            $subject = self::subject($kind);
            foreach (ValueMethods::all() as $key => $method) {
                for ($try = 0; $try < self::TRIES; $try++) {
                    try {
                        $changes = self::drawn(new ValueSheet($method, $subject, [], true), $try);
                    } catch (MisfitMethod) {
                        // It cannot even be forced.
                        break;
                    }
                    $compared[$key] = ($compared[$key] ?? 0) + (int) $this->compare($method, $subject, $changes);
                }
            }
        }
        foreach (ValueMethods::all() as $key => $method) {
            $this->assertGreaterThan(2, $compared[$key] ?? 0, $key);
        }
    }
}
