<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The lists of rooms say all there are, in an order in which no arrow points upwards; the rules themselves run with PHPStan. */
final class RoomsTest extends TestCase
{
    /** @return iterable<string, array{array<string, list<string>>, string, list<string>}> */
    public static function houses(): iterable
    {
        yield 'core' => [CoreRooms::USES, 'core', []];
        // The entrances use everything, and nobody uses them.
        yield 'application' => [ApplicationRooms::USES, 'app', ['Console', 'Providers']];
    }

    /**
     * @param  array<string, list<string>>  $uses
     * @param  list<string>  $entrances
     */
    #[DataProvider('houses')]
    public function test_every_folder_is_a_room_and_arrows_go_one_way(array $uses, string $folder, array $entrances): void
    {
        $rooms = [];
        foreach (glob(__DIR__."/../../{$folder}/*", GLOB_ONLYDIR) ?: [] as $path) {
            $name = basename($path);
            $rooms = [
                ...$rooms,
                ...$name === 'Feature'
                    ? array_map(
                        static fn (string $feature): string => 'Feature\\'.basename($feature),
                        glob("{$path}/*", GLOB_ONLYDIR) ?: [],
                    )
                    : [$name],
            ];
        }
        $this->assertEqualsCanonicalizing([...array_keys($uses), ...$entrances], $rooms);
        $above = [];
        foreach ($uses as $room => $others) {
            $this->assertSame([], array_diff($others, $above), "{$room} stands before what it uses");
            $above[] = $room;
        }
    }

    public function test_no_two_classes_share_a_name(): void
    {
        $paths = [];
        foreach (['core', 'app'] as $folder) {
            $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(__DIR__."/../../{$folder}"));
            foreach ($files as $file) {
                if ($file->getExtension() === 'php' && ctype_upper($file->getBasename()[0])) {
                    $paths[$file->getBasename('.php')][] = $file->getPathname();
                }
            }
        }
        $this->assertSame([], array_filter($paths, static fn (array $of): bool => count($of) > 1));
    }
}
