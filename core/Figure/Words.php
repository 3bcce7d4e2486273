<?php

declare(strict_types=1);

namespace Logion\Figure;

/**
 * The words of a language for what is said of figures: why there is none, what does not hold together, what is refused. Those of
 * `core` stand in one file a language; another layer adds a folder with files of its own. What a language does not say yet is
 * said in English.
 */
final class Words
{
    private const FIRST = 'en';

    private static string $language = self::FIRST;

    /** @var array<string, self> by language */
    private static array $known = [];

    /** @var list<string> of core and of other layers */
    private static array $folders = [__DIR__.'/words'];

    /**
     * @param  array{point: string, thousands: string, minus: string}  $numerals
     * @param  array<string, string>  $reasons  sentence by reason, its figures as {0}, {1}
     * @param  array<string, string>  $sentences  by key, their figures as {name}
     */
    private function __construct(
        public readonly array $numerals,
        private readonly array $reasons,
        private readonly array $sentences,
    ) {
    }

    /** @param  string|null  $language  an ISO 639-1 code; null for the one that is spoken */
    public static function of(?string $language = null): self
    {
        $language ??= self::$language;

        return self::$known[$language] ??= new self(...self::read($language));
    }

    /** @param  string  $language  to be spoken from now on, an ISO 639-1 code */
    public static function speak(string $language): void
    {
        self::$language = $language;
    }

    /** Another layer's files, one a language such as `en.php`, each with its sentences by key. */
    public static function add(string $folder): void
    {
        if (! in_array($folder, self::$folders, true)) {
            self::$folders[] = $folder;
            self::$known = [];
        }
    }

    /** A sentence with its figures, each by its name. */
    public static function say(string $sentence, string|int|float ...$figures): string
    {
        $words = self::of()->sentences[$sentence] ?? throw new \LogicException("There is no sentence {$sentence}.");

        return self::fill($words, $figures);
    }

    public function reason(Absence $absence): string
    {
        return self::fill($this->reasons[$absence->reason->value], $absence->figures);
    }

    /**
     * @return array{numerals: array{point: string, thousands: string, minus: string}, reasons: array<string, string>,
     *     sentences: array<string, string>}
     */
    private static function read(string $language): array
    {
        $words = $language === self::FIRST
            ? ['numerals' => ['point' => '', 'thousands' => '', 'minus' => ''], 'reasons' => [], 'sentences' => []]
            : self::read(self::FIRST);
        foreach (self::$folders as $folder) {
            $file = "{$folder}/{$language}.php";
            /** @var array{numerals?: array{point: string, thousands: string, minus: string}, reasons?: array<string, string>,
             *     sentences?: array<string, string>} $more */
            $more = is_file($file) ? require $file : [];
            $words['numerals'] = [...$words['numerals'], ...$more['numerals'] ?? []];
            $words['reasons'] = [...$words['reasons'], ...$more['reasons'] ?? []];
            $words['sentences'] = [...$words['sentences'], ...$more['sentences'] ?? []];
        }

        return $words;
    }

    /** @param  array<int|string, string|int|float>  $figures */
    private static function fill(string $sentence, array $figures): string
    {
        $places = [];
        foreach ($figures as $name => $figure) {
            $places["{{$name}}"] = (string) $figure;
        }

        return strtr($sentence, $places);
    }
}
