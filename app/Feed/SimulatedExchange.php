<?php

declare(strict_types=1);

namespace App\Feed;

use App\Models\Filing;
use App\Storage\HourlyWindow;
use App\Storage\PublicationWriter;
use App\Storage\Sequences;
use App\Storage\SimulationState;
use App\Storage\WholeHistory;
use Closure;
use Logion\Figure\Words;
use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Company\Names;
use Simulation\Company\Roster;
use Simulation\Exchange;
use Simulation\Publication;
use Simulation\World;

/**
 * The exchange that is simulated: it has no end, and its days follow from its seed and from the days before. Its companies tell their days
 * block by block, in any order or at once, and then it closes them.
 */
final class SimulatedExchange
{
    /** What follows from the seed alone stays in memory. */
    private ?World $world = null;

    public function __construct(private readonly SimulationState $state, private readonly HourlyWindow $hours)
    {
    }

    /** The day up to which it has been simulated; null where there is none. */
    public function day(): ?int
    {
        return $this->state->read()['day'] ?? null;
    }

    /** The later day up to which blocks are being stored; null where none are. */
    public function reaches(): ?int
    {
        return $this->state->read()['reaches'] ?? null;
    }

    /** Days are to be stored, block by block, of which nobody knows before it is closed. Where others were quicker, theirs are. */
    public function reach(int $from, int $to): void
    {
        $this->state->reach($from, $to);
    }

    /** The day that is stored, which nobody else changes until the transaction that was begun ends. */
    public function lockedDay(): int
    {
        return $this->state->lockedDay();
    }

    /** @return array<int, int> the day each block has come to, by its number */
    public function blocks(): array
    {
        return $this->state->blocks();
    }

    public function block(int $number): SimulatedBlock
    {
        $exchange = $this->exchange();
        [$companies, $kept, $moves] = $this->state->block($number);
        $exchange->join($moves);
        // An earlier version kept companies after some days only.
        $day = max($kept, $this->day() ?? $kept);
        foreach (Calendar::workdays($kept, $day) as $lived) {
            $exchange->relive($companies, $lived);
        }

        return new SimulatedBlock($this->state, $exchange, new PublicationWriter(Names::CURRENCY), $number, $companies, $kept, $day);
    }

    /** What is told when all blocks have come to the day that is reached for. */
    public function close(int $day): SimulatedClose
    {
        $exchange = $this->exchange();
        array_map($exchange->join(...), $this->state->moves());

        return new SimulatedClose($this->state, $this->hours, $exchange, new PublicationWriter(Names::CURRENCY), $day);
    }

    /** @return iterable<int> */
    public static function daysAfter(int $day): iterable
    {
        while (true) {
            $day = Day::plus($day, 1);
            if (Calendar::isWorkday($day)) {
                yield $day;
            }
        }
    }

    /** The day so many days of trading after one. */
    public function dayAfter(int $day, int $days): int
    {
        foreach (self::daysAfter($day) as $next) {
            if (--$days <= 0) {
                return $next;
            }
        }

        throw new \LogicException('It has no end.');
    }

    /** How many days are simulated after one day, up to another. */
    public function workdays(int $after, int $to): int
    {
        return count(Calendar::workdays($after, $to));
    }

    /** Whether any company reported on a day. */
    public function reported(int $day): bool
    {
        return Filing::query()->where('filed_on', $day)->exists();
    }

    /**
     * Makes the history, in an empty database, block by block so that memory stays flat however many companies there are.
     *
     * @param  Closure(int, int): void  $progress  companies done, and all
     */
    public function found(int $seed, int $companies, int $until, Closure $progress): void
    {
        WholeHistory::write(function () use ($seed, $companies, $until, $progress): void {
            $exchange = Exchange::found($seed);
            $writer = new PublicationWriter(Names::CURRENCY);
            $this->state->begin($seed, $companies, $until, $exchange->state());
            $days = Calendar::workdays(Day::plus(Calendar::FIRST_DAY, -1), $until);
            $hourly = $this->hours->first($days);
            foreach ($days as $day) {
                self::write($writer, $exchange->general($day));
            }
            $done = 0;
            foreach (array_chunk(Roster::of($companies, $seed), Exchange::BLOCK) as $number => $charters) {
                $block = Exchange::block($charters);
                foreach ($days as $day) {
                    self::write($writer, $exchange->companies($block, $day, $day >= $hourly));
                    $day % 100 < 4 && $progress($done + intdiv(count($block) * ($day - $days[0]), max(1, $until - $days[0])), $companies);
                }
                $this->state->keep($number, SimulationState::packed($block), $until);
                $progress($done += count($block), $companies);
            }
            foreach ($days as $day) {
                self::write($writer, $exchange->indices($day));
            }
            $writer->flush();
            $this->state->advance($until, $exchange->state());
            Sequences::leaveRoom();
        });
    }

    /** @param  list<Publication>  $publications */
    private static function write(PublicationWriter $writer, array $publications): void
    {
        array_map($writer->hold(...), $publications);
        $writer->flushMany();
    }

    private function exchange(): Exchange
    {
        $kept = $this->state->read() ?? throw new \RuntimeException(Words::say('no_exchange_is_simulated_here'));
        if ($kept['version'] !== SimulationState::VERSION) {
            throw new \RuntimeException(Words::say('the_simulation_was_made_by_another'));
        }
        if ($this->world?->seed !== $kept['seed']) {
            $this->world = new World($kept['seed']);
        }

        return new Exchange($this->world, $this->state->indices());
    }
}
