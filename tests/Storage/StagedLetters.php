<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Models\Setting;
use App\Task\PartedWork;
use App\Task\StoresAtTheEnd;
use Closure;
use Illuminate\Support\Facades\DB;

/** Work of two stages: makes letters capital, two a stage, and keeps them in the database, where another process finds them. */
final readonly class StagedLetters implements PartedWork
{
    use StoresAtTheEnd;

    public const KEPT = 'letters';

    private const STAGES = ['' => ['a', 'b'], 'AB' => ['c', 'd']];

    public function parts(): array
    {
        $kept = self::kept();

        return array_map(
            static fn (string $of): array => ['asked' => ['after' => $kept, 'letter' => $of], 'size' => 1],
            self::STAGES[$kept] ?? [],
        );
    }

    public function compute(array $asked, Closure $goesOn): string
    {
        $goesOn();

        return serialize([$asked['after'], strtoupper($asked['letter'])]);
    }

    public function finish(iterable $found): bool
    {
        $kept = $new = self::kept();
        foreach ($found as $part) {
            [$after, $letter] = unserialize($part, ['allowed_classes' => false]);
            if ($after !== $kept) {
                return false;
            }
            $new .= $letter;
        }
        DB::transaction(static fn () => Setting::query()->upsert([['name' => self::KEPT, 'value' => $new]], ['name'], ['value']));

        return ! isset(self::STAGES[$new]);
    }

    public static function kept(): string
    {
        return (string) Setting::query()->where('name', self::KEPT)->value('value');
    }
}
