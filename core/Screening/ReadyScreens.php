<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Figure\Words;

/** The screens and checklists that come with the program. */
final class ReadyScreens
{
    /** @return array<string, array{use: 'screen'|'checklist', screen: ScreenDefinition}> by key */
    public static function all(): array
    {
        static $all = null;
        if ($all === null) {
            $all = [];
            foreach (require __DIR__.'/ready-screens.php' as $key => $entry) {
                foreach (['name', 'belief', 'literature'] as $part) {
                    $entry[$part] = Words::label("screen.{$key}.{$part}", $entry[$part] ?? '');
                }
                $all[$key] = ['use' => $entry['use'], 'screen' => ScreenDefinition::fromArray($entry)];
            }
        }

        return $all;
    }
}
