<?php

declare(strict_types=1);

namespace App\Import\Records;

use App\Facts\BulkInsert;
use App\Import\ImportPass;
use App\Import\Outcome;
use Illuminate\Support\Facades\DB;
use Logion\Import\Refusal;
use Logion\Market\Day;

/** Daily prices: those that are new or differ are written; what is replaced can be undone. */
final class Prices extends Records
{
    /** A close this many times the one before needs a split or is a slip. */
    private const JUMP = 8.0;

    private readonly ?BulkInsert $bars;

    private ?int $security = null;

    private int $company = 0;

    private string $ticker = '';

    /** @var array<int, array{float, float, float, float, ?int, ?float}> stored bars by day: high, low, close, volume, import, open */
    private array $stored = [];

    /** @var array<int, float> closes seen of the current security, by day */
    private array $seen = [];

    /** @var array<int, true> */
    private array $splits = [];

    private ?\PDOStatement $delete = null;

    private readonly Outcome $outcome;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->outcome = $pass->outcome;
        if (in_array('adjusted', $pass->mapping->columns, true)) {
            $this->outcome->warn('The adjusted close is not stored: Logion adjusts by the splits and dividends it knows. Import those too.');
        }
        $this->bars = $pass->importId === null ? null : new BulkInsert('bars', ['security_id', 'day', 'open', 'high', 'low', 'close', 'volume', 'import_id']);
    }

    public function add(array $record, int $row): void
    {
        ['company' => $company, 'day' => $day, 'close' => $close] = $record;
        [$open, $high, $low, $volume] = [$record['open'] ?? null, $record['high'] ?? null, $record['low'] ?? null, $record['volume'] ?? null];
        if ($company !== $this->company) {
            $this->turnTo($company);
        }
        $known = $this->stored[$day] ?? null;
        // Where the file has no high and low those that are stored stay, as long as they fit.
        $fits = $known !== null && $close <= $known[0] && $close >= $known[1];
        $high ??= $fits ? $known[0] : max($open ?? $close, $close);
        $low ??= $fits ? $known[1] : min($open ?? $close, $close);
        if ($close <= 0 || $low <= 0 || $high < $low || $close > $high * 1.0005 || $close < $low * 0.9995 || ($volume !== null && $volume < 0)) {
            throw Refusal::because("The prices contradict each other: high {$high}, low {$low}, close {$close}".($volume !== null && $volume < 0 ? ", volume {$volume}" : ''));
        }
        if (isset($this->seen[$day])) {
            if ($this->seen[$day] !== $close) {
                throw Refusal::because('The file has '.Day::iso($day).' twice with other closes, '.$this->seen[$day].' and '.$close);
            }
            $this->outcome->counts['same']++;
            $this->outcome->warn("{$this->ticker}: days stand in the file more than once; each is taken once.");

            return;
        }
        $this->seen[$day] = $close;
        if ($known !== null && $known[2] === $close && ($volume === null || $known[3] === $volume) && $known[0] === $high && $known[1] === $low) {
            $this->outcome->counts['same']++;

            return;
        }
        $status = $known === null ? 'new' : 'changed';
        $this->outcome->latestDay = max($this->outcome->latestDay ?? 0, $day);
        $this->outcome->count($status, $company, $day);
        if ($this->outcome->wantsExample($status)) {
            $this->outcome->example($status, $this->ticker, 'Close of '.Day::iso($day), $known[2] ?? null, $close, "row {$row}");
        }
        if ($this->bars === null) {
            return;
        }
        if ($known !== null) {
            DB::table('replaced_rows')->insert(['import_id' => $this->pass->importId, 'table_name' => 'bars', 'previous_import' => $known[4], 'row' => json_encode([
                'security_id' => $this->security, 'day' => $day, 'open' => $known[5], 'high' => $known[0], 'low' => $known[1], 'close' => $known[2], 'volume' => $known[3], 'import_id' => $known[4],
            ], JSON_PRESERVE_ZERO_FRACTION)]);
            $this->bars->flush();
            $this->delete ??= DB::connection()->getPdo()->prepare('delete from bars where security_id = ? and day = ?');
            $this->delete->execute([$this->security, $day]);
        }
        $this->bars->add($this->security, $day, $open, $high, $low, $close, $volume ?? $known[3] ?? 0.0, $this->pass->importId);
    }

    public function finish(): void
    {
        $this->review();
        $this->bars?->flush();
    }

    private function turnTo(int $company): void
    {
        $this->review();
        $this->bars?->flush();
        $read = $this->pass->companies->read($company);
        [$this->company, $this->security, $this->ticker] = [$company, $read->security, $read->ticker];
        $this->seen = $this->stored = $this->splits = [];
        $statement = DB::connection()->getPdo()->prepare('select day, high, low, close, volume, import_id, open from bars where security_id = ?');
        $statement->execute([$this->security]);
        while ($row = $statement->fetch(\PDO::FETCH_NUM)) {
            $this->stored[(int) $row[0]] = [(float) $row[1], (float) $row[2], (float) $row[3], (float) $row[4], $row[5] === null ? null : (int) $row[5], $row[6] === null ? null : (float) $row[6]];
        }
        foreach (DB::table('corporate_actions')->where('security_id', $this->security)->where('kind', 'split')->pluck('ex_date') as $day) {
            $this->splits[(int) $day] = true;
        }
    }

    /** Points at jumps, gaps and unfinished months of the security just read. */
    private function review(): void
    {
        if (count($this->seen) < 2) {
            return;
        }
        ksort($this->seen);
        $days = array_keys($this->seen);
        $gaps = [];
        for ($i = 1; $i < count($days); $i++) {
            $ratio = $this->seen[$days[$i]] / $this->seen[$days[$i - 1]];
            if (($ratio > self::JUMP || $ratio < 1 / self::JUMP) && ! isset($this->splits[$days[$i]])) {
                $this->outcome->warn(sprintf('%s: the close goes from %g to %g on %s. A split that is not among the splits, or a slip of units?', $this->ticker, $this->seen[$days[$i - 1]], $this->seen[$days[$i]], Day::iso($days[$i])));
            }
            if ($i < 200) {
                $gaps[] = Day::between($days[$i - 1], $days[$i]);
            }
        }
        sort($gaps);
        $last = $days[count($days) - 1];
        if ($gaps[intdiv(count($gaps), 2)] >= 20) {
            $this->outcome->warn("{$this->ticker}: the prices are monthly. Daily figures such as volatility need daily prices.");
            if ($last % 100 < 25) {
                $this->outcome->warn("{$this->ticker}: the last row, ".Day::iso($last).', is an unfinished month.');
            }
        }
    }
}
