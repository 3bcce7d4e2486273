<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use App\Models\Correction;
use App\Models\Fact;
use App\Models\User;
use Logion\Figure\Words;
use Logion\Time\Day;

/** Every figure a line of a period has had: as each filing told it, and as the user corrected it. */
final class FigureHistory
{
    /** @return list<array{value: ?float, day: string, what: string, note: string, batch: ?string, state: string}> the earliest first */
    public function of(User $user, int $company, string $line, int $period): array
    {
        $filed = Fact::query()
            ->where(['company_id' => $company, 'line' => $line, 'period' => $period])
            ->with('filing')
            ->get()
            ->sortBy([
                fn (Fact $a, Fact $b): int => $a->filing->filed_on <=> $b->filing->filed_on,
                fn (Fact $a, Fact $b): int => $a->id <=> $b->id,
            ]);
        $corrected = Correction::query()
            ->of($user)
            ->where(['company_id' => $company, 'line' => $line, 'period' => $period])
            ->orderBy('id')
            ->get();

        return [...$filed->map(self::filed(...))->values()->all(), ...$corrected->map(self::corrected(...))->values()->all()];
    }

    /** @return array{value: float, day: string, what: string, note: string, batch: null, state: string} */
    private static function filed(Fact $fact): array
    {
        return [
            'value' => (float) $fact->value,
            'day' => Day::iso((int) $fact->filing->filed_on),
            'what' => $fact->filing->title,
            'note' => '',
            'batch' => null,
            'state' => 'filed',
        ];
    }

    /** @return array{value: ?float, day: string, what: string, note: string, batch: string, state: string} */
    private static function corrected(Correction $correction): array
    {
        return [
            'value' => $correction->value,
            'day' => $correction->created_at?->format('Y-m-d') ?? '',
            'what' => $correction->value === null ? Words::say('struck_out') : Words::say('corrected'),
            'note' => trim("{$correction->note} ".($correction->source === '' ? '' : "({$correction->source})")),
            'batch' => $correction->batch,
            'state' => $correction->withdrawn_at === null ? Words::say('in_force') : Words::say('withdrawn'),
        ];
    }
}
