<?php

declare(strict_types=1);

namespace App\Feature\Note;

use Logion\Metric\CompanyScope;

/** The figure a note is about: "line@period" of a statement or "metric@year". */
final class NotedFigure
{
    /** As it stands now; null if there is none, or the note is about something else. */
    public static function now(?string $figure, CompanyScope $scope): ?float
    {
        if (preg_match('/^(\w+)@(\d{5}|\d{4})$/D', (string) $figure, $m) !== 1) {
            return null;
        }
        if (strlen($m[2]) === 5) {
            return $scope->facts->instant($m[1], (int) $m[2]);
        }
        $value = $scope->catalogue->find($m[1]) === null ? null : $scope->metric($m[1], $scope->moments->year((int) $m[2]));

        return is_float($value) ? $value : null;
    }
}
