<?php

declare(strict_types=1);

namespace Tests;

use Closure;
use ZipArchive;

/** Files a test writes for a moment. */
trait TemporaryFiles
{
    /**
     * @template T
     *
     * @param  Closure(string): T  $use  is given the path
     * @return T
     */
    protected static function withFile(string $content, Closure $use): mixed
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'test');
        file_put_contents($path, $content);
        try {
            return $use($path);
        } finally {
            unlink($path);
        }
    }

    /** @param  array<string, string>  $files  content by name */
    protected static function zip(array $files): string
    {
        return self::withFile('', static function (string $path) use ($files): string {
            $zip = new ZipArchive();
            $zip->open($path, ZipArchive::OVERWRITE);
            foreach ($files as $name => $content) {
                $zip->addFromString($name, $content);
            }
            $zip->close();

            return (string) file_get_contents($path);
        });
    }
}
