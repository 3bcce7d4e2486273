<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use ZipArchive;

/** A zip file that is opened with care: what would unpack to more than a bound is refused before it is read. */
final readonly class Archive
{
    /** Bytes one entry may unpack to. */
    private const MOST_IN_ENTRY = 2_000_000_000;

    /** A large entry that packs better than this is made to fill the disk; sheets pack ten to fifty times. */
    private const HIGHEST_RATIO = 300;

    /** @param  array<string, int>  $entries  unpacked size by name */
    private function __construct(private string $path, public array $entries)
    {
    }

    /** @throws Refusal if it is broken or unpacks to too much */
    public static function open(string $path): self
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            throw Refusal::because(Words::say('the_file_is_not_a_readable'));
        }
        $entries = [];
        try {
            if ($zip->numFiles > 5000) {
                throw Refusal::because(Words::say('the_archive_holds_files_are_the', numFiles: $zip->numFiles));
            }
            for ($i = 0; $i < $zip->numFiles; $i++) {
                $stat = $zip->statIndex($i);
                if ($stat === false || str_contains((string) $stat['name'], '..')) {
                    throw Refusal::because(Words::say('the_archive_has_an_entry_that'));
                }
                if (
                    $stat['size'] > self::MOST_IN_ENTRY ||
                    ($stat['size'] > 10_000_000 && $stat['size'] > self::HIGHEST_RATIO * max(1, $stat['comp_size']))
                ) {
                    throw Refusal::because(
                        Words::say('would_unpack_to_mb_and_is', name: $stat['name'], number: Numerals::decimal($stat['size'] / 1e6)),
                    );
                }
                $entries[(string) $stat['name']] = (int) $stat['size'];
            }
        } finally {
            $zip->close();
        }

        return new self($path, $entries);
    }

    /** A stream address of an entry, for readers that take one. */
    public function address(string $entry): string
    {
        return "zip://{$this->path}#{$entry}";
    }

    /**
     * @param  int<1, max>  $most  bytes
     *
     * @throws Refusal if the entry is missing, broken or larger than allowed
     */
    public function text(string $entry, int $most = 64_000_000): string
    {
        if (! isset($this->entries[$entry]) || $this->entries[$entry] > $most) {
            throw Refusal::because(
                isset($this->entries[$entry])
                    ? Words::say('is_larger_than_mb', entry: $entry, number: Numerals::decimal($most / 1e6))
                    : Words::say('the_archive_has_no', entry: $entry),
            );
        }
        $text = @file_get_contents($this->address($entry), false, null, 0, $most);

        return $text === false || strlen($text) < $this->entries[$entry]
            ? throw Refusal::because(Words::say('of_the_archive_is_broken', entry: $entry))
            : $text;
    }

    /** @return resource */
    public function stream(string $entry)
    {
        $stream = isset($this->entries[$entry]) ? @fopen($this->address($entry), 'rb') : false;

        return $stream === false ? throw Refusal::because(Words::say('the_archive_has_no_readable', entry: $entry)) : $stream;
    }
}
