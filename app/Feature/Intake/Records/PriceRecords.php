<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Models\CorporateAction;
use App\Storage\BarWriter;
use Logion\Identity\DatedListing;
use Logion\Intake\PriceContinuity;
use Logion\Time\Day;

/** Daily prices: those that are new or differ are written; what is replaced can be undone. */
final class PriceRecords extends RecordsByCompany
{
    /** Closes may lie outside of high and low by a rounding. */
    private const ABOVE = 1.0005;

    private const BELOW = 0.9995;

    /** @var array<int, PriceContinuity> by listing */
    private array $continuity = [];

    /** @var array<int, DatedListing> by number */
    private array $listings = [];

    /** @var array<int, int> the listing prices of every day belong to, by the one named */
    private array $always = [];

    private readonly BarWriter $bars;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        if (in_array('adjusted', $pass->mapping->columns, true)) {
            $pass->outcome->warn(
                'The adjusted close is not stored: Logion adjusts by the splits and dividends it knows. Import those too.',
            );
        }
        $this->bars = new BarWriter($pass->importId);
    }

    public function finish(): void
    {
        parent::finish();
        foreach ($this->continuity as $id => $continuity) {
            $ticker = $this->listings[$id]->ticker;
            foreach ($continuity->jumps as $jump) {
                $this->pass->outcome->warn(
                    sprintf(
                        '%s: the close goes from %g to %g on %s. A split that is not among the splits, or a slip of units?',
                        $ticker,
                        $jump['from'],
                        $jump['to'],
                        Day::iso($jump['day']),
                    ),
                );
            }
            if ($continuity->isMonthly()) {
                $this->pass->outcome->warn("{$ticker}: the prices are monthly. Daily figures such as volatility need daily prices.");
            }
            if (($day = $continuity->unfinishedMonth()) !== null) {
                $this->pass->outcome->warn("{$ticker}: the last row, ".Day::iso($day).', is an unfinished month.');
            }
        }
    }

    /** Prices belong to a listing: where the row names a main one, to that of the day. */
    protected function owner(array $record): int
    {
        $named = $record['listing'];
        if (isset($this->always[$named->id])) {
            return $this->always[$named->id];
        }
        $listing = $named->main ? $this->pass->companies->listed($named->security, $record['day']) : $named;
        $this->listings[$listing->id] = $listing;
        if (! $named->main || $this->pass->companies->hasOneMainListing($named->security)) {
            $this->always[$named->id] = $listing->id;
        }

        return $listing->id;
    }

    protected function take(int $owner, array $records): void
    {
        $outcome = $this->pass->outcome;
        $listing = $this->listings[$owner];
        $days = array_column($records, 'day');
        $stored = $this->bars->stored($owner, min($days), max($days));
        $closes = [];
        foreach ($records as $record) {
            $day = $record['day'];
            $known = $stored[$day] ?? null;
            $close = (float) $record['close'];
            $volume = isset($record['volume']) ? (float) $record['volume'] : null;
            [$high, $low] = self::range($record, $close, $known);
            $before = $closes[$day] ?? null;
            if ($known !== null && $before === null && $known['import'] !== null && $known['import'] === $this->pass->importId) {
                $before = $known['close'];
            }
            if (
                $close <= 0 ||
                $low <= 0 ||
                $high < $low ||
                $close > $high * self::ABOVE ||
                $close < $low * self::BELOW ||
                $high === INF ||
                ($volume !== null && ($volume < 0 || $volume === INF))
            ) {
                $outcome->refuse(
                    "row {$record['row']}",
                    "The prices contradict each other: high {$high}, low {$low}, close {$close}".
                        ($volume !== null && $volume < 0 ? ", volume {$volume}" : ''),
                );
            } elseif ($before !== null && $before !== $close) {
                $outcome->refuse(
                    "row {$record['row']}",
                    'The file has '.Day::iso($day)." twice with other closes, {$before} and {$close}",
                );
            } elseif ($before !== null) {
                $outcome->counts['same']++;
                $outcome->warn("{$listing->ticker}: days stand in the file more than once; each is taken once.");
            } elseif (
                $known !== null &&
                $known['close'] === $close &&
                ($volume === null || $known['volume'] === $volume) &&
                $known['high'] === $high &&
                $known['low'] === $low
            ) {
                $outcome->counts['same']++;
                $closes[$day] = $close;
            } else {
                $closes[$day] = $close;
                $status = $known === null ? 'new' : 'changed';
                $outcome->count($status, $listing->company, $day);
                if ($outcome->wantsExample($status)) {
                    $outcome->example(
                        $status,
                        $listing->ticker,
                        'Close of '.Day::iso($day),
                        $known['close'] ?? null,
                        $close,
                        "row {$record['row']}",
                    );
                }
                if ($known !== null) {
                    $this->bars->replace($owner, $day, $known);
                }
                $this->bars->add(
                    $owner,
                    $day,
                    $record['open'] ?? null,
                    $record['high'] ?? $high,
                    $record['low'] ?? $low,
                    $record['close'],
                    $record['volume'] ?? ($known['volume'] ?? 0),
                );
            }
        }
        if ($closes !== []) {
            $outcome->latestDay = max($outcome->latestDay ?? 0, max(array_keys($closes)));
        }
        ($this->continuity[$owner] ??= new PriceContinuity($this->splits($listing->security)))->add($closes);
    }

    protected function taken(): void
    {
        $this->bars->flush();
    }

    /**
     * Where the file has no high and low, those that are stored stay as long as they fit.
     *
     * @param  array<string, mixed>  $record
     * @param  array{open: ?float, high: float, low: float, close: float, volume: float, import: ?int}|null  $known
     * @return array{float, float} high and low
     */
    private static function range(array $record, float $close, ?array $known): array
    {
        if (isset($record['high'], $record['low'])) {
            return [(float) $record['high'], (float) $record['low']];
        }
        $fits = $known !== null && $close <= $known['high'] && $close >= $known['low'];
        $open = isset($record['open']) ? (float) $record['open'] : $close;

        return [
            isset($record['high']) ? (float) $record['high'] : ($fits ? $known['high'] : max($open, $close)),
            isset($record['low']) ? (float) $record['low'] : ($fits ? $known['low'] : min($open, $close)),
        ];
    }

    /** @return array<int, true> */
    private function splits(int $security): array
    {
        $days = CorporateAction::query()
            ->where('security_id', $security)
            ->where('kind', 'split')
            ->pluck('ex_date')
            ->map(intval(...))
            ->all();

        return array_fill_keys($days, true);
    }
}
