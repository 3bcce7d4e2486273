<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Scope;

/** Which bars are seen: those of an import on its way are not. Every reading of their table says it. */
final class SeenBars implements Scope
{
    public const SQL = '(bars.import_id is null or bars.import_id not in (select import_id from unsettled_imports))';

    /** @param  Builder<covariant Model>  $builder */
    public function apply(Builder $builder, Model $model): void
    {
        $builder->whereRaw(self::SQL);
    }
}
