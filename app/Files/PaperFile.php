<?php

declare(strict_types=1);

namespace App\Files;

use finfo;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Smalot\PdfParser\Config;
use Smalot\PdfParser\Parser;
use Throwable;

/** A file that is kept to be read: a PDF, a text or a picture, of which content and name say the same. */
final readonly class PaperFile
{
    public const MOST_BYTES = 20 * 1024 * 1024;

    /** Media type by the ending of the name. */
    private const TYPES = [
        'pdf' => 'application/pdf',
        'txt' => 'text/plain',
        'md' => 'text/plain',
        'csv' => 'text/plain',
        'png' => 'image/png',
        'jpg' => 'image/jpeg',
        'jpeg' => 'image/jpeg',
        'gif' => 'image/gif',
        'webp' => 'image/webp',
    ];

    private const MOST_TEXT = 1_000_000;

    /** Bytes that the parts of a PDF may unpack to, one at a time. */
    private const MOST_UNPACKED = 32 * 1024 * 1024;

    /** @param  string|null  $text  null where there is none, or where it cannot be read out */
    private function __construct(public string $mediaType, public int $size, public ?string $text)
    {
    }

    /** @throws Refusal if it is too large, of another kind, or not what its name says */
    public static function read(string $path, string $name): self
    {
        $size = (int) filesize($path);
        if ($size > self::MOST_BYTES) {
            throw Refusal::because(
                Words::say(
                    'the_paper_is_too_large',
                    name: $name,
                    size: number_format($size / 1024 / 1024, 0, '.', ' '),
                    most: self::MOST_BYTES / 1024 / 1024,
                ),
            );
        }
        if ($size === 0) {
            throw Refusal::because(Words::say('the_paper_is_empty', name: $name));
        }
        $type = self::TYPES[mb_strtolower(pathinfo($name, PATHINFO_EXTENSION))] ?? null;
        if ($type === null) {
            throw Refusal::because(Words::say('the_paper_is_of_no_known_kind', name: $name));
        }
        $found = self::found($path);
        if ($found !== $type) {
            throw Refusal::because(Words::say('the_paper_is_not_what_its_name_says', name: $name, is: $found));
        }

        return new self(
            $type,
            $size,
            match ($type) {
                'application/pdf' => self::ofPdf($path),
                'text/plain' => mb_substr((string) file_get_contents($path), 0, self::MOST_TEXT),
                default => null,
            },
        );
    }

    /** What the content is; text of any kind counts as plain if it is UTF-8. */
    private static function found(string $path): string
    {
        $type = (string) (new finfo(FILEINFO_MIME_TYPE))->file($path);
        if (in_array($type, self::TYPES, true) && $type !== 'text/plain') {
            return $type;
        }
        $content = (string) file_get_contents($path);

        return ! str_contains($content, "\0") && mb_check_encoding($content, 'UTF-8') && ! str_starts_with($content, '%PDF-')
            ? 'text/plain'
            : ($type === 'text/plain'
                ? 'text/plain, not in UTF-8'
                : $type);
    }

    private static function ofPdf(string $path): ?string
    {
        $config = new Config();
        $config->setRetainImageContent(false);
        $config->setDecodeMemoryLimit(self::MOST_UNPACKED);
        try {
            $text = (new Parser([], $config))->parseFile($path)->getText();
        } catch (Throwable) {
            // Scanned, locked or broken: it is kept, and not found by its words.
            return null;
        }
        $text = trim(mb_convert_encoding($text, 'UTF-8', 'UTF-8'));

        return $text === '' ? null : mb_substr(str_replace("\0", '', $text), 0, self::MOST_TEXT);
    }
}
