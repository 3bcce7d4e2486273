<?php

declare(strict_types=1);

namespace Logion\Screening;

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
                $all[$key] = ['use' => $entry['use'], 'screen' => ScreenDefinition::fromArray($entry)];
            }
        }

        return $all;
    }
}
