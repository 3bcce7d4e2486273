<?php

declare(strict_types=1);

namespace App\Http;

/** Scripts that the first page wants, all at once: on a slow line one that is found only in another costs a way there and back. */
final class FirstModules
{
    private const MAIN = 'resources/ts/main.ts';

    private const SIGN_IN = 'resources/ts/shell/SignInPage.vue';

    /**
     * @param  string  $path  of the address, such as `read/BRSW/market`
     * @return list<string> addresses
     */
    public static function of(string $path, bool $isGuest): array
    {
        $manifest = json_decode((string) @file_get_contents(public_path('build/manifest.json')), true) ?? [];
        $step = explode('/', $path)[0] ?: 'desk';
        $page = $isGuest ? self::SIGN_IN : "resources/ts/features/{$step}/".ucfirst($step).'Page.vue';
        $files = [];
        $take = static function (string $module) use (&$take, &$files, $manifest): void {
            if (! isset($manifest[$module]['file']) || isset($files[$module])) {
                return;
            }
            $files[$module] = $manifest[$module]['file'];
            array_map($take, $manifest[$module]['imports'] ?? []);
        };
        array_map($take, [self::MAIN, $page]);

        return array_map(static fn (string $file): string => asset("build/{$file}"), array_values($files));
    }
}
