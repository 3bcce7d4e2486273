<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Bar;
use App\Models\Exchange;
use App\Models\Holiday;
use App\Models\Listing;
use App\Models\User;
use App\Storage\ChangeLog;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** The calendar of an exchange: the days on which it is closed though it would be open by its week. */
final readonly class Holidays
{
    public function __construct(private ChangeLog $log)
    {
    }

    /**
     * @param  array<int, string|null>  $days  name by day; null opens the exchange again
     * @return array<int, 'new'|'changed'|'same'> by day
     *
     * @throws Refusal if shares were traded on one of the days
     */
    public function put(?User $by, Exchange $exchange, array $days): array
    {
        $known = Holiday::query()->where('exchange_id', $exchange->id)->pluck('name', 'day')->all();
        $status = [];
        foreach ($days as $day => $name) {
            $status[$day] = match (true) {
                ($known[$day] ?? null) === $name => 'same',
                isset($known[$day]) => 'changed',
                default => 'new',
            };
            if ($name !== null && $status[$day] !== 'same') {
                $this->refuseIfTraded($exchange, $day);
            }
        }
        $this->log->record($by, Words::say('calendar_of', name: $exchange->name), static function (ChangeLog $log) use (
            $exchange,
            $days,
        ): void {
            foreach ($days as $day => $name) {
                $key = ['exchange_id' => $exchange->id, 'day' => $day];
                $name === null ? $log->delete('holidays', $key) : $log->put('holidays', $key, ['name' => mb_substr($name, 0, 120)]);
            }
        });

        return $status;
    }

    private function refuseIfTraded(Exchange $exchange, int $day): void
    {
        $traded = Bar::query()
            ->whereIn('listing_id', Listing::query()->where('exchange_id', $exchange->id)->select('id'))
            ->where('day', $day)
            ->where('volume', '>', 0)
            ->count();
        if ($traded > 0) {
            throw Refusal::because(Words::say('the_exchange_was_open_on', name: $exchange->name, day: Day::iso($day), traded: $traded));
        }
    }
}
