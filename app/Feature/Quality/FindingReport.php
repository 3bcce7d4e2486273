<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Models\Company;
use App\Models\Judgement;
use App\Models\StoredFinding;
use App\Models\User;
use App\Storage\CompanyReader;
use App\Storage\Identity\Identities;
use App\Storage\Viewpoint;
use Illuminate\Database\Eloquent\Builder;
use Logion\Reporting\LineItems;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\Integrity;
use Logion\Reporting\Quality\Remedy;
use Logion\Time\FiscalPeriod;

/** Integrity findings over all companies, heaviest first, as a user sees them: after their corrections, with what they accepted. */
final class FindingReport
{
    public function __construct(private readonly CompanyReader $companies, private readonly Identities $identities)
    {
    }

    /**
     * @param  int|null  $company  only of this one
     * @return array{findings: list<array<string, mixed>>, total: int, accepted: int, checks: array<string, int>}
     */
    public function of(User $user, ?int $company, ?string $check, bool $accepted, int $offset, int $limit): array
    {
        $as = new Viewpoint($user->id, $user->name);
        $own = array_keys($as->corrected());
        $stored = StoredFinding::query()
            ->whereNotIn('company_id', $own)
            ->when($company !== null, static fn (Builder $query) => $query->where('company_id', $company));
        $all = [];
        foreach ($stored->get(['company_id', 'subject', 'finding']) as $row) {
            $all[] = [(int) $row->company_id, $row->subject, $row->finding];
        }
        // Companies somebody corrected are checked as that person sees them.
        foreach ($company === null ? $own : array_intersect([$company], $own) as $id) {
            foreach ($this->check($id, $as) as $finding) {
                $all[] = [$id, $finding->key(), json_decode((string) json_encode($finding), true)];
            }
        }
        $judged = [];
        foreach (
            Judgement::query()
                ->of($user)
                ->where('subject', 'like', 'finding:%')
                ->get(['id', 'company_id', 'subject', 'note']) as $row
        ) {
            $judged["{$row->company_id} {$row->subject}"] = $row;
        }
        $checks = [];
        $shown = [];
        $acceptedCount = 0;
        foreach ($all as [$id, $key, $finding]) {
            $judgement = $judged["{$id} finding:{$key}"] ?? null;
            $acceptedCount += $judgement === null ? 0 : 1;
            if (($judgement !== null) !== $accepted) {
                continue;
            }
            $checks[$finding['check']] = ($checks[$finding['check']] ?? 0) + 1;
            if ($check === null || $finding['check'] === $check) {
                $shown[] = [$id, $key, $finding, $judgement];
            }
        }
        usort(
            $shown,
            static fn (array $a, array $b): int => $b[2]['weight'] <=> $a[2]['weight'] ?:
            $a[0] <=> $b[0] ?:
            $b[2]['period'] <=> $a[2]['period'] ?:
            strcmp($a[1], $b[1]),
        );
        arsort($checks);
        $page = array_slice($shown, $offset, $limit);
        $companies = Company::query()->findMany(array_column($page, 0))->keyBy('id');
        $references = $this->identities->references(array_column($page, 0));

        return [
            'findings' => array_map(
                fn (array $entry): array => [
                    ...$entry[2],
                    'remedies' => $this->withBefore($entry[0], $entry[2]['remedies'], $as),
                    'key' => $entry[1],
                    'ticker' => $references[$entry[0]],
                    'company' => $companies[$entry[0]]->name,
                    'currency' => $companies[$entry[0]]->reporting_currency,
                    'period_label' => FiscalPeriod::label((int) $entry[2]['period']),
                    'line_label' => $entry[2]['line'] === null ? null : LineItems::find($entry[2]['line'])->label ?? $entry[2]['line'],
                    'judgement' => $entry[3]?->id,
                    'judgement_note' => $entry[3]?->note,
                ],
                $page,
            ),
            'total' => count($shown),
            'accepted' => $acceptedCount,
            'checks' => $checks,
        ];
    }

    /** @return array<string, string> what is found of a company now, by key */
    public function sentences(User $user, int $company): array
    {
        $sentences = [];
        foreach ($this->check($company, new Viewpoint($user->id, $user->name)) as $finding) {
            $sentences[$finding->key()] = $finding->sentence;
        }

        return $sentences;
    }

    /** The remedy of a finding as it is found now; null if it is no longer there. */
    public function remedy(User $user, int $company, string $key, int $nth): ?Remedy
    {
        foreach ($this->check($company, new Viewpoint($user->id, $user->name)) as $finding) {
            if ($finding->key() === $key) {
                return $finding->remedies[$nth] ?? null;
            }
        }

        return null;
    }

    /**
     * Remedies with what stands now where they would put something else.
     *
     * @param  list<array{figures: list<array{line: string, period: int, value: ?float}>}>  $remedies
     * @return list<array<string, mixed>>
     */
    private function withBefore(int $company, array $remedies, Viewpoint $as): array
    {
        $facts = $remedies === [] ? null : $this->companies->read($company, $as, accountsOnly: true)?->statements();

        return array_map(
            static fn (array $remedy): array => [
                ...$remedy,
                'figures' => array_map(
                    static fn (array $figure): array => [
                        ...$figure,
                        'before' => $facts?->value($figure['line'], $figure['period']),
                        'label' => (LineItems::find($figure['line'])->label ?? $figure['line']).
                            ', '.
                            FiscalPeriod::label((int) $figure['period']),
                    ],
                    $remedy['figures'],
                ),
            ],
            $remedies,
        );
    }

    /** @return list<Finding> */
    private function check(int $company, Viewpoint $as): array
    {
        $read = $this->companies->read($company, $as, accountsOnly: true);

        return $read === null ? [] : Integrity::ofSheet($read->statements());
    }
}
