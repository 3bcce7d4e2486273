<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Models\ReadingLayout;
use App\Models\User;

/** The layout a first reading is arranged by: the one asked for, or what its reader opens this kind of business with. */
final readonly class ChosenLayout
{
    /** Asks for the arrangement that comes with the program. */
    public const READY = 'ready';

    /**
     * @param  string|null  $asked  number of a layout, {@see READY}, or null for the default
     * @return ReadingLayout|null null for the one that comes with the program
     *
     * @throws \Illuminate\Database\Eloquent\ModelNotFoundException if the reader has no layout of the number for the kind of business
     */
    public static function of(?User $reader, string $template, ?string $asked): ?ReadingLayout
    {
        if ($reader === null || $asked === self::READY) {
            return null;
        }
        $own = ReadingLayout::query()->of($reader)->where('template', $template);

        return $asked === null ? $own->where('is_default', true)->first() : $own->findOrFail((int) $asked);
    }
}
