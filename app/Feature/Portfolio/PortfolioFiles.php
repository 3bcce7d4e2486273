<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Files\FileFormat;
use App\Files\OfxNode;
use App\Files\Rows;
use App\Models\Instrument;
use App\Models\InstrumentPrice;
use App\Models\KnownSecurity;
use App\Models\Portfolio;
use App\Models\PortfolioEntry;
use App\Models\PortfolioFile;
use App\Models\User;
use App\Storage\Holding\Held;
use App\Storage\Holding\HeldSecurities;
use Illuminate\Http\UploadedFile;
use Logion\Figure\Words;
use Logion\Identity\AmbiguousReference;
use Logion\Intake\Refusal;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Throwable;

/** Files of transactions: read, shown before anything is entered, taken in, and undone as a whole. */
final readonly class PortfolioFiles
{
    private const OFX = 'ofx';

    /** Corporate actions that were entered together, which can be undone as a file can. */
    private const ACTIONS = 'actions';

    public function __construct(private EntryRows $rows, private Entries $entries, private HeldSecurities $securities)
    {
    }

    /** @throws Refusal if it cannot be read, or was taken in already */
    public function read(User $user, Portfolio $portfolio, UploadedFile $upload): PortfolioFile
    {
        $path = (string) $upload->getRealPath();
        $digest = (string) hash_file('sha256', $path);
        $taken = PortfolioFile::query()
            ->where('portfolio_id', $portfolio->id)
            ->where('digest', $digest)
            ->whereNotNull('taken_at')
            ->first();
        if ($taken !== null) {
            throw Refusal::because(
                Words::say('file_was_taken_in_already', name: $taken->name, on: (string) $taken->taken_at?->format('Y-m-d')),
            );
        }
        $isOfx = stripos((string) file_get_contents($path, false, null, 0, 4096), 'OFX') !== false &&
            stripos((string) file_get_contents($path, false, null, 0, 65536), '<OFX>') !== false;
        $rows = $isOfx ? OfxEntries::of(OfxNode::read($path)) : CsvEntries::of(new Rows($path, FileFormat::detect($path)));
        if ($rows === []) {
            throw Refusal::because(Words::say('file_has_no_transactions'));
        }
        $file = [
            'name' => mb_substr($upload->getClientOriginalName(), 0, 200),
            'format' => $isOfx ? self::OFX : FileFormat::detect($path)->value,
            'rows' => $rows,
        ];

        return PortfolioFile::query()->updateOrCreate(
            ['user_id' => $user->id, 'portfolio_id' => $portfolio->id, 'digest' => $digest, 'taken_at' => null],
            $file,
        );
    }

    /**
     * What taking it in would enter, row by row, and what stands in the way.
     *
     * @return array{rows: list<array<string, mixed>>, unknown: list<string>}
     */
    public function preview(User $user, PortfolioFile $file): array
    {
        $told = $unknown = [];
        foreach ($this->resolved($user, $file) as $i => $of) {
            if ($of['unknown'] !== null) {
                $unknown[$of['unknown']] = true;
            }
            $told[] = [
                'row' => $i,
                'day' => $of['told']['day'] ?? null,
                'type' => $of['told']['type'] ?? null,
                'security' => $of['held']->reference ?? ($of['names'][0] ?? null),
                'name' => $of['held']->name ?? null,
                'quantity' => $of['told']['quantity'] ?? null,
                'price' => $of['told']['price'] ?? null,
                'amount' => $of['told']['amount'] ?? null,
                'currency' => $of['row']['currency'] ?? ($of['told']['currency'] ?? null),
                'problem' => $of['problem'],
                'doubt' => $of['row'] === null ? null : $this->rows->doubt($of['row']),
                'is_there' => $of['is_there'],
            ];
        }

        return ['rows' => $told, 'unknown' => array_map(strval(...), array_keys($unknown))];
    }

    /**
     * Enters what has no problem and is not there yet.
     *
     * @param  list<int>  $without  rows that are left out
     * @param  list<int>  $again  rows that are entered though the like is there
     * @return int how many were entered
     *
     * @throws Refusal if they do not hold together with what is there
     */
    public function take(User $user, PortfolioFile $file, array $without, array $again): int
    {
        return $this->entries->changing($file->portfolio, function () use ($user, $file, $without, $again): int {
            $file->refresh()->taken_at === null || throw Refusal::because(Words::say('file_is_taken_in'));
            $count = 0;
            foreach ($this->resolved($user, $file) as $i => $of) {
                if ($of['row'] === null || in_array($i, $without, true) || ($of['is_there'] && ! in_array($i, $again, true))) {
                    continue;
                }
                $this->entries->store($user, $file->portfolio, $of['row'], $file->id);
                $count++;
            }
            if ($count === 0) {
                throw Refusal::because(Words::say('nothing_of_the_file_is_left'));
            }
            $file->update(['taken_at' => now()]);

            return $count;
        });
    }

    /** @throws Refusal if later transactions need what it entered */
    public function undo(PortfolioFile $file): void
    {
        $this->entries->changing($file->portfolio, static function () use ($file): void {
            $file->entries()->delete();
            $file->format === self::ACTIONS ? $file->delete() : $file->update(['taken_at' => null]);
        });
    }

    /**
     * Enters corporate actions together.
     *
     * @param  non-empty-list<array<string, mixed>>  $proposals  {@see ActionProposals}
     *
     * @throws Refusal if one of them does not hold together with what is there; none is entered then
     */
    public function enterActions(User $user, Portfolio $portfolio, array $proposals): PortfolioFile
    {
        return $this->entries->changing($portfolio, function () use ($user, $portfolio, $proposals): PortfolioFile {
            $file = PortfolioFile::query()->create([
                'user_id' => $user->id,
                'portfolio_id' => $portfolio->id,
                'name' => Words::say('corporate_actions', first: $proposals[0]['day'], last: $proposals[count($proposals) - 1]['day']),
                'digest' => bin2hex(random_bytes(32)),
                'format' => self::ACTIONS,
                'rows' => [],
                'taken_at' => now(),
            ]);
            foreach ($proposals as $of) {
                $note = Words::say('proposed_for', day: $of['event']);
                if ($of['instrument'] !== null) {
                    self::mustExist($user, $of['new_security'], (int) str_replace('-', '', $of['day']), $of['instrument']);
                }
                $this->entries->store($user, $portfolio, $this->rows->of($user, $portfolio, [...$of, 'note' => $note]), $file->id);
            }

            return $file;
        });
    }

    /**
     * A position of the owner's own for what came, unless it is there already; an undo leaves it, as it may have been renamed or priced.
     *
     * @param  array{name: string, price: ?string, currency: string, sector: ?string, country: ?string}  $told
     */
    private static function mustExist(User $user, string $code, int $day, array $told): void
    {
        $instrument = Instrument::query()->firstOrCreate(
            ['user_id' => $user->id, 'code' => $code],
            ['kind' => 'share', 'multiplier' => '1', ...array_diff_key($told, ['price' => null])],
        );
        if ($told['price'] !== null) {
            InstrumentPrice::query()->firstOrCreate(['instrument_id' => $instrument->id, 'day' => $day], ['price' => $told['price']]);
        }
    }

    /** From now on a name in this user's files means this. */
    public function know(User $user, string $called, Held $held): void
    {
        KnownSecurity::query()->updateOrCreate(
            ['user_id' => $user->id, 'called' => mb_strtoupper($called)],
            ['security_id' => Held::securityOf($held->key), 'instrument_id' => Held::instrumentOf($held->key)],
        );
    }

    /**
     * @return list<array{told: array<string, string>, names: list<string>, held: Held|null, row: array<string, mixed>|null,
     *     problem: ?string, unknown: ?string, is_there: bool}>
     */
    private function resolved(User $user, PortfolioFile $file): array
    {
        $known = KnownSecurity::query()->of($user)->get()->keyBy('called');
        $there = $this->there($file);
        $found = $resolved = [];
        foreach ($file->rows as $of) {
            $called = $of['names'][0] ?? null;
            $held = $problem = $row = $unknown = null;
            if ($called !== null) {
                $found[$called] ??= $this->find($user, $of['names'], $known->get(mb_strtoupper($called)));
                $held = $found[$called] instanceof Held ? $found[$called] : null;
                if ($held === null) {
                    [$problem, $unknown] = [(string) $found[$called], $called];
                }
            }
            $problem = $of['problem'] ?? $problem;
            if ($problem === null) {
                try {
                    $row = $this->rows->of($user, $file->portfolio, $of['told'], $held);
                } catch (Refusal $refusal) {
                    $problem = $refusal->getMessage();
                } catch (NotFoundHttpException|AmbiguousReference $error) {
                    $problem = $error->getMessage();
                }
            }
            $key = $row === null ? null : self::likeness($row);
            $isThere = $row !== null && (isset($there[$key]) || ($row['reference'] !== null && isset($there["#{$row['reference']}"])));
            $resolved[] = [...$of, 'held' => $held, 'row' => $row, 'problem' => $problem, 'unknown' => $unknown, 'is_there' => $isThere];
        }

        return $resolved;
    }

    /**
     * @param  list<string>  $names
     * @return Held|string what is meant, or why that cannot be said
     */
    private function find(User $user, array $names, ?KnownSecurity $known): Held|string
    {
        if ($known !== null) {
            $key = Held::keyOf($known->security_id, $known->instrument_id);
            $held = $this->securities->of($user, [$key])[$key] ?? null;
            if ($held !== null) {
                return $held;
            }
        }
        foreach ($names as $name) {
            try {
                return $this->securities->find($user, $name);
            } catch (Throwable $error) {
                if (! ($error instanceof NotFoundHttpException || $error instanceof AmbiguousReference)) {
                    throw $error;
                }
            }
        }

        return Words::say('security_of_the_file_is_unknown', called: mb_substr(implode(', ', $names), 0, 80));
    }

    /** @return array<string, true> transactions that are there, by what makes one the like of another */
    private function there(PortfolioFile $file): array
    {
        $there = [];
        foreach (PortfolioEntry::query()->where('portfolio_id', $file->portfolio_id)->get() as $entry) {
            $there[self::likeness($entry->getAttributes())] = true;
            if ($entry->reference !== null) {
                $there["#{$entry->reference}"] = true;
            }
        }

        return $there;
    }

    /** @param  array<string, mixed>  $row */
    private static function likeness(array $row): string
    {
        return implode('|', array_map(
            static fn (string $name): string => (string) ($row[$name] ?? ''),
            ['day', 'type', 'security_id', 'instrument_id', 'currency', 'quantity', 'price', 'amount', 'ratio'],
        ));
    }
}
