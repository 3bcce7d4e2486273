<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\AuditEntry;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What was done to accounts and to what all share, for administrators. */
final class AuditController
{
    private const AT_ONCE = 100;

    public function index(AuditRequest $request): JsonResponse
    {
        $entries = $this->wanted($request)
            ->when($request->validated('before'), static fn (Builder $of, mixed $id) => $of->where('id', '<', $id))
            ->latest('id')
            ->limit(self::AT_ONCE + 1)
            ->get();

        return new JsonResponse([
            'entries' => $entries->take(self::AT_ONCE)->map(self::told(...))->all(),
            'more' => $entries->count() > self::AT_ONCE,
        ]);
    }

    /** All of it, the oldest first. */
    public function file(AuditRequest $request): StreamedResponse
    {
        return response()->streamDownload(
            function () use ($request): void {
                $out = fopen('php://output', 'w') ?: throw new \LogicException('There is always an output.');
                fputcsv($out, ['at', 'who', 'action', 'subject', 'address'], ',', '"', '');
                foreach ($this->wanted($request)->lazyById(1000) as $entry) {
                    $row = self::told($entry);
                    unset($row['id']);
                    // A spreadsheet program takes what begins so for a formula.
                    fputcsv(
                        $out,
                        array_map(static fn (?string $of): string => preg_replace('/^(?=[=+\-@\t\r])/', "'", (string) $of), $row),
                        ',',
                        '"',
                        '',
                    );
                }
                fclose($out);
            },
            'audit.csv',
            ['Content-Type' => 'text/csv; charset=UTF-8'],
        );
    }

    /** @return Builder<AuditEntry> */
    private function wanted(AuditRequest $request): Builder
    {
        return AuditEntry::query()
            ->when($request->validated('action'), static fn (Builder $of, mixed $action) => $of->where('action', $action))
            ->when($request->validated('who'), static fn (Builder $of, mixed $who) => $of->where('who', mb_strtolower((string) $who)));
    }

    /** @return array{id: int, at: string, who: string, action: string, subject: string, address: string|null} */
    private static function told(AuditEntry $of): array
    {
        return ['id' => $of->id, 'at' => $of->at->toIso8601String(), ...$of->only(['who', 'action', 'subject', 'address'])];
    }
}
