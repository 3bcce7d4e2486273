<?php

declare(strict_types=1);

namespace Logion\Reference;

/** Words as they are compared, however they were written. */
final class Wording
{
    /** Lower case, letters and digits only, British spelling folded into one. */
    public static function fold(string $text): string
    {
        $text = strtolower((string) preg_replace('/(?<=[a-z])(?=[A-Z])/', ' ', trim($text)));
        $text = str_replace(
            ['&', 'isation', 'ised', 'isable', 'favour', 'labour', 'programme'],
            [' and ', 'ization', 'ized', 'izable', 'favor', 'labor', 'program'],
            $text,
        );

        return trim((string) preg_replace('/[^a-z0-9]+/', ' ', $text));
    }
}
