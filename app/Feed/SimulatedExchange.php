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
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Company\ListedCompany;
use Simulation\Company\Names;
use Simulation\Company\Roster;
use Simulation\Exchange;
use Simulation\Publication;
use Simulation\World;

/** The exchange that is simulated: it has no end, and a day of it follows from its seed and from the day before. */
final class SimulatedExchange implements Feed
{
    private ?Exchange $exchange = null;

    /** @var array<int, list<ListedCompany>> */
    private array $blocks = [];

    /** @var array<int, string> blocks as they are after a day that is not stored yet, packed since they do not stay in memory */
    private array $packed = [];

    private readonly PublicationWriter $writer;

    /** @param  int  $inMemory  so many blocks of companies stay in memory from one day to the next */
    public function __construct(
        private readonly SimulationState $state,
        private readonly HourlyWindow $hours,
        private readonly int $inMemory = 12,
    ) {
        $this->writer = new PublicationWriter(Names::CURRENCY);
    }

    /** The day up to which it has been simulated; null where there is none. */
    public function day(): ?int
    {
        return $this->state->read()['day'] ?? null;
    }

    public function days(?int $after): iterable
    {
        for ($day = $after ?? Day::plus(Calendar::FIRST_DAY, -1); ;) {
            $day = Day::plus($day, 1);
            if (Calendar::isWorkday($day)) {
                yield $day;
            }
        }
    }

    /** Nothing is written: what takes half of a day's time keeps nobody from writing. */
    public function on(int $day): array
    {
        $exchange = $this->exchange();
        $publications = [$exchange->general($day)];
        foreach ($this->state->blocks() as $number) {
            $block = $this->block($number);
            $publications[] = $exchange->companies($block, $day, true);
            if (count($this->blocks) > $this->inMemory) {
                $this->packed[$number] = SimulationState::packed($block);
                unset($this->blocks[$number]);
            }
        }
        $publications[] = $exchange->indices($day);
        $all = array_merge(...$publications);
        usort($all, static fn (Publication $a, Publication $b): int => $a->minute <=> $b->minute);

        return array_map(fn (Publication $publication): Arrival => new PublicationArrival($publication, $this->writer), $all);
    }

    public function settle(int $day): void
    {
        $this->state->advance($day, $this->exchange()->state());
        foreach ($this->packed as $number => $block) {
            $this->state->keep($number, $block, $day);
        }
        $this->packed = [];
        $this->writer->flush();
    }

    /** For now no other day follows: companies are kept as they are, so that days are not lived through again. */
    public function rest(int $day): void
    {
        $packed = array_map(SimulationState::packed(...), $this->blocks);
        DB::transaction(function () use ($day, $packed): void {
            foreach ($packed as $number => $block) {
                $this->state->keep($number, $block, $day);
            }
            $this->hours->trim($day);
        });
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

    /** A day was given up: what is in memory is not what is stored. */
    public function forget(): void
    {
        $this->exchange = null;
        $this->blocks = $this->packed = [];
        $this->writer->forget();
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
        foreach ($publications as $publication) {
            $writer->write($publication);
        }
    }

    private function exchange(): Exchange
    {
        if ($this->exchange === null) {
            $kept = $this->state->read() ?? throw new \RuntimeException(Words::say('no_exchange_is_simulated_here'));
            if ($kept['version'] !== SimulationState::VERSION) {
                throw new \RuntimeException(Words::say('the_simulation_was_made_by_another'));
            }
            $this->exchange = new Exchange(new World($kept['seed']), $this->state->indices());
        }

        return $this->exchange;
    }

    /** @return list<ListedCompany> as they are after the last day that is stored */
    private function block(int $number): array
    {
        return $this->blocks[$number] ??= $this->grown(...$this->state->block($number));
    }

    /**
     * @param  list<ListedCompany>  $block
     * @return list<ListedCompany>
     */
    private function grown(array $block, int $day): array
    {
        foreach (Calendar::workdays($day, $this->day() ?? $day) as $next) {
            $this->exchange()->relive($block, $next);
        }

        return $block;
    }
}
