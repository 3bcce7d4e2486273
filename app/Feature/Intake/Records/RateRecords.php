<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Reference\Rates;
use App\Storage\EconomySeries;
use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Points of interest rates, exchange rates and other series, each series stored at once. */
final class RateRecords extends Records
{
    /** @var array<string, array<int, array{float, bool, int}>> value, whether it bears a per cent sign, and row, by series and day */
    private array $points = [];

    public function add(array $record, int $row): void
    {
        $series = self::series($record['series']);
        $text = $record['value'];
        $value = $this->pass->mapping->numbers()->parse($text) ?? throw Refusal::because(Words::say('is_empty', label: $text));
        $before = $this->points[$series][$record['day']] ?? null;
        if ($before !== null && $before[0] !== $value) {
            throw Refusal::because(
                Words::say('the_file_has_a_day_twice', day: Day::iso($record['day']), one: $before[0], other: $value),
            );
        }
        $this->points[$series][$record['day']] = [$value, str_contains($text, '%'), $row];
    }

    public function finish(): void
    {
        foreach ($this->points as $series => $points) {
            $this->store($series, $this->fractions($series, $points));
        }
    }

    /**
     * Yields are kept as fractions of a year. A number above one is none, so a series with such numbers is in per cent; one without is
     * asked about unless it says so.
     *
     * @param  array<int, array{float, bool, int}>  $points
     * @return array<int, array{float, int}> value and row by day
     */
    private function fractions(string $series, array $points): array
    {
        $plain = EconomySeries::isYield($series) ? array_filter($points, static fn (array $point): bool => ! $point[1]) : [];
        $highest = $plain === [] ? 0.0 : max(array_map(static fn (array $point): float => abs($point[0]), $plain));
        $inPerCent = $this->pass->mapping->scale === 0.01 || $highest > 1.0;
        if ($plain !== [] && ! $inPerCent) {
            $this->pass->outcome->doubt(
                'rates',
                Words::say(
                    'rates_without_a_sign_are_fractions',
                    label: EconomySeries::label($series),
                    written: (string) json_encode($highest),
                    percent: Numerals::percent($highest, 2),
                ),
            );
        } elseif ($plain !== []) {
            $this->pass->outcome->warn(Words::say('rates_are_read_as_per_cent', label: EconomySeries::label($series)));
        }
        $fractions = [];
        foreach ($points as $day => [$value, , $row]) {
            $fractions[$day] = [$inPerCent && isset($plain[$day]) ? $value / 100 : $value, $row];
        }

        return $fractions;
    }

    /** @param  array<int, array{float, int}>  $points */
    private function store(string $series, array $points): void
    {
        $known = app(EconomySeries::class)->of($series);
        $new = [];
        foreach ($points as $day => [$value, $row]) {
            try {
                Rates::refuseUnlessPlausible($series, $day, $value);
            } catch (Refusal $refusal) {
                $this->pass->outcome->refuse("row {$row}", $refusal->getMessage());

                continue;
            }
            $before = $known[$day] ?? null;
            $status = $before === null ? 'new' : ($before === $value ? 'same' : 'changed');
            $this->pass->outcome->count($status, 0, $day);
            $this->pass->outcome->example($status, EconomySeries::label($series), Day::iso($day), $before, $value, "row {$row}");
            $status === 'same' || ($new[$day] = $value);
        }
        $new === [] || app(Rates::class)->put($this->pass->import->user, $series, $new);
    }

    /** The series a text means: by its key or label, or a currency for its exchange rate. */
    private static function series(string $text): string
    {
        $folded = strtolower(trim($text));
        foreach (array_keys(EconomySeries::KNOWN) as $name) {
            if ($folded === $name || $folded === strtolower(EconomySeries::label($name))) {
                return $name;
            }
        }
        $rate = EconomySeries::EXCHANGE_RATE.strtoupper((string) preg_replace('/^exchange_rate:/', '', $folded));

        return EconomySeries::isKnown($rate)
            ? $rate
            : throw Refusal::because(
                Words::say('there_is_no_series_write_one', name: $text, known: implode(', ', array_keys(EconomySeries::KNOWN))),
            );
    }
}
