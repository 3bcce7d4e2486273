<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Models\CorporateAction;
use App\Models\Holiday;
use App\Storage\BarWriter;
use App\Storage\InstallationDay;
use Logion\Figure\Words;
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

    /** @var array<string, array<int, string>>|null name by day, by exchange */
    private ?array $holidays = null;

    private readonly BarWriter $bars;

    private int $latest = 0;

    /** The day up to which nobody has to say that it is meant. */
    private readonly ?int $limit;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        if (in_array('adjusted', $pass->mapping->columns, true)) {
            $pass->outcome->warn(Words::say('the_adjusted_close_is_not_stored'));
        }
        $this->bars = new BarWriter($pass->importId, $pass->spool);
        $this->limit = app(InstallationDay::class)->limit();
    }

    /** A heading may name the currency of the prices. */
    private function currency(DatedListing $listing): void
    {
        $named = $this->pass->mapping->currency;
        if ($named !== null && $named !== $listing->currency) {
            $this->pass->outcome->doubt(
                'currency',
                Words::say('is_traded_in_and_the_file', ticker: $listing->ticker, currency: $listing->currency, named: $named),
            );
        }
    }

    public function finish(): void
    {
        parent::finish();
        if ($this->limit !== null && $this->latest > $this->limit) {
            $this->pass->outcome->doubt('days', Words::say('the_latest_day_of_the_file', day: Day::iso($this->latest)));
            $this->pass->outcome->movedDay = $this->pass->outcome->isAccepted('days') ? $this->latest : null;
        }
        foreach ($this->continuity as $id => $continuity) {
            $ticker = $this->listings[$id]->ticker;
            $continuity->finish();
            foreach ($continuity->jumps as $jump) {
                $this->pass->outcome->doubt(
                    'jumps',
                    sprintf(Words::say('s_the_close_goes_from_g'), $ticker, $jump['from'], $jump['to'], Day::iso($jump['day'])),
                );
            }
            if ($continuity->isMonthly()) {
                $this->pass->outcome->warn(Words::say('the_prices_are_monthly_daily_figures', ticker: $ticker));
            }
            if (($day = $continuity->unfinishedMonth()) !== null) {
                $this->pass->outcome->warn(Words::say('the_last_row_is_an_unfinished', ticker: $ticker, day: Day::iso($day)));
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
        $this->doubtHolidays($listing, $days);
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
                    Words::say(
                        'the_prices_contradict_each_other_high',
                        high: $high,
                        low: $low,
                        close: $close,
                        volume: $volume !== null && $volume < 0 ? Words::say('volume', volume: $volume) : '',
                    ),
                );
            } elseif ($before !== null && $before !== $close) {
                $outcome->refuse(
                    "row {$record['row']}",
                    Words::say('the_file_has_twice_with_other', day: Day::iso($day), before: $before, close: $close),
                );
            } elseif ($before !== null) {
                $outcome->counts['same']++;
                $outcome->warn(Words::say('days_stand_in_the_file_more', ticker: $listing->ticker));
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
                        Words::say('close_of', day: Day::iso($day)),
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

    /**
     * Nothing is traded while an exchange is closed: either the price or the calendar is wrong.
     *
     * @param  list<int>  $days
     */
    private function doubtHolidays(DatedListing $listing, array $days): void
    {
        $this->holidays ??= Holiday::byExchange();
        $closed = array_values(array_filter($days, fn (int $day): bool => isset($this->holidays[$listing->exchange][$day])));
        if ($closed !== []) {
            $this->pass->outcome->doubt(
                'holidays',
                Words::say(
                    'has_prices_of_days_on_which',
                    ticker: $listing->ticker,
                    exchange: $listing->exchange,
                    days: implode(', ', array_map(Day::iso(...), array_slice($closed, 0, 3))).(count($closed) > 3 ? ' …' : ''),
                ),
            );
        }
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
