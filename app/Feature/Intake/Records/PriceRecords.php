<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Models\CorporateAction;
use App\Storage\BarWriter;
use App\Storage\InstallationDay;
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

    private int $latest = 0;

    /** The day up to which nobody has to say that it is meant. */
    private readonly ?int $limit;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        if (in_array('adjusted', $pass->mapping->columns, true)) {
            $pass->outcome->warn(
                'The adjusted close is not stored: Logion adjusts by the splits and dividends it knows. Import those too.',
            );
        }
        $this->bars = new BarWriter($pass->importId);
        $this->limit = app(InstallationDay::class)->limit();
    }

    /** A heading may name the currency of the prices. */
    private function currency(DatedListing $listing): void
    {
        $named = $this->pass->mapping->currency;
        if ($named !== null && $named !== $listing->currency) {
            $this->pass->outcome->doubt(
                'currency',
                "{$listing->ticker} is traded in {$listing->currency}, and the file says {$named}. Name the listing the prices ".
                    'are of, or take them as they are.',
            );
        }
    }

    public function finish(): void
    {
        parent::finish();
        if ($this->limit !== null && $this->latest > $this->limit) {
            $this->pass->outcome->doubt(
                'days',
                'The latest day of the file, '.
                    Day::iso($this->latest).
                    ', lies far ahead of the prices of all other listings. Correct the day, or take it, '.
                    'and everything is looked at from that day.',
            );
            $this->pass->outcome->movedDay = $this->pass->outcome->isAccepted('days') ? $this->latest : null;
        }
        foreach ($this->continuity as $id => $continuity) {
            $ticker = $this->listings[$id]->ticker;
            $continuity->finish();
            foreach ($continuity->jumps as $jump) {
                $this->pass->outcome->doubt(
                    'jumps',
                    sprintf(
                        '%s: the close goes from %g to %g on %s. A split that is not among the splits, or a slip of units? '.
                            'Import the split first, or take the prices as they are.',
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
        // An index has one listing and no company.
        $isIndex = $named->company === 0;
        $listing = $named->main && ! $isIndex ? $this->pass->companies->listed($named->security, $record['day']) : $named;
        $this->listings[$listing->id] = $listing;
        if ($isIndex || ! $named->main || $this->pass->companies->hasOneMainListing($named->security)) {
            $this->always[$named->id] = $listing->id;
        }

        return $listing->id;
    }

    protected function take(int $owner, array $records): void
    {
        $outcome = $this->pass->outcome;
        $listing = $this->listings[$owner];
        $this->currency($listing);
        $days = array_column($records, 'day');
        $stored = $this->bars->stored($owner, min($days), max($days));
        $this->continuity[$owner] ??= $this->continuity($listing->security, $owner, min($days), max($days));
        $closes = [];
        foreach ($records as $record) {
            $day = $record['day'];
            $known = $stored[$day] ?? null;
            $close = (float) $record['close'];
            $volume = isset($record['volume']) ? (float) $record['volume'] : null;
            if (isset($record['high'], $record['low'])) {
                $high = (float) $record['high'];
                $low = (float) $record['low'];
            } else {
                [$high, $low] = self::range($record, $close, $known);
            }
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
                    $this->continuity[$owner]->compare($day, $known['close'], $close);
                    $this->bars->replace($owner, $day, $known);
                }
                if ($this->pass->importId !== null) {
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
        }
        $this->continuity[$owner]->add($closes);
        $this->latest = max($this->latest, ...array_keys($closes ?: [0 => 0.0]));
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
        $fits = $known !== null && $close <= $known['high'] && $close >= $known['low'];
        $open = isset($record['open']) ? (float) $record['open'] : $close;

        return [
            isset($record['high']) ? (float) $record['high'] : ($fits ? $known['high'] : max($open, $close)),
            isset($record['low']) ? (float) $record['low'] : ($fits ? $known['low'] : min($open, $close)),
        ];
    }

    /** What is stored just before and after the days of a file is looked at with them. */
    private function continuity(int $security, int $listing, int $first, int $last): PriceContinuity
    {
        $continuity = new PriceContinuity($this->splits($security));
        $continuity->beside($this->bars->before($listing, $first), $this->bars->after($listing, $last));

        return $continuity;
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
