<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feed\Advance;
use App\Feed\SimulatedExchange;
use Illuminate\Console\Command;
use Logion\Figure\Words;
use Logion\Time\Day;
use Logion\Time\InvalidDay;
use RuntimeException;

final class AdvanceExchange extends Command
{
    protected $signature = 'logion:advance {--days= : so many trading days} {--weeks= : so many weeks} {--to= : up to a day, YYYY-MM-DD}
        {--next-event : up to the next day on which a company reports}';

    protected $description = 'Let the simulated exchange go on: one trading day without options';

    public function handle(Advance $advance, SimulatedExchange $exchange): int
    {
        $start = $exchange->day();
        if ($start === null) {
            $this->components->error(Words::say('no_exchange_is_simulated_here'));

            return self::FAILURE;
        }
        $asked = array_filter([
            'days' => $this->option('days'),
            'weeks' => $this->option('weeks'),
            'to' => $this->option('to'),
            'next-event' => $this->option('next-event') ?: null,
        ], static fn (mixed $value): bool => $value !== null);
        if (count($asked) > 1) {
            $this->components->error('Choose one of --days, --weeks, --to and --next-event.');

            return self::INVALID;
        }
        foreach (['days', 'weeks'] as $count) {
            if (isset($asked[$count]) && preg_match('/^[1-9]\d{0,4}$/', (string) $asked[$count]) !== 1) {
                $this->components->error("Write --{$count} as a whole number from 1 to 99999.");

                return self::INVALID;
            }
        }
        try {
            $to = match (true) {
                isset($asked['to']) => Day::parse((string) $asked['to']),
                isset($asked['weeks']) => Day::plus($start, 7 * (int) $asked['weeks']),
                default => null,
            };
        } catch (InvalidDay $error) {
            $this->components->error($error->getMessage());

            return self::INVALID;
        }
        $started = microtime(true);
        $told = $start;
        $tell = function () use ($exchange, &$told): void {
            $day = (int) $exchange->day();
            $day === $told || $this->line(Day::iso($told = $day));
        };
        try {
            $done = $advance->wished(
                ['days' => (int) ($asked['days'] ?? 1), 'to' => $to, 'next_event' => isset($asked['next-event'])],
                $tell,
            );
        } catch (RuntimeException $error) {
            $this->components->error($error->getMessage());

            return self::FAILURE;
        }
        $last = (int) $exchange->day();
        $this->components->info($done === 0 ? 'The exchange stands at '.Day::iso($last).' already.' : sprintf(
            '%d trading day%s in %.1f s; the exchange stands at %s.',
            $done,
            $done === 1 ? '' : 's',
            microtime(true) - $started,
            Day::iso($last),
        ));

        return self::SUCCESS;
    }
}
