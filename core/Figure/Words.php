<?php

declare(strict_types=1);

namespace Logion\Figure;

/**
 * The words of a language for what is said of figures: why there is none, what does not hold together, what is refused. Those of
 * `core` stand in one file a language; another layer adds a folder with files of its own. What a language does not say yet is
 * said in English.
 *
 * What things are called (metrics, lines, functions, industries) stands in English where they are declared, so that one is added
 * in one place; a file of another language names them by key under `labels`.
 */
final class Words
{
    private const FIRST = 'en';

    private static string $language = self::FIRST;

    /** @var array<string, self> by language */
    private static array $known = [];

    /** @var array<string, string> labels asked for so far, in English */
    private static array $asked = [];

    /** @var list<string> of core and of other layers */
    private static array $folders = [__DIR__.'/words'];

    /**
     * @param  array{point: string, thousands: string, minus: string}  $numerals
     * @param  array<string, string>  $reasons  sentence by reason, its figures as {0}, {1}
     * @param  array<string, string>  $sentences  by key, their figures as {name}
     * @param  array<string, string>  $labels  by key, such as metric.beta_raw
     */
    private function __construct(
        public readonly array $numerals,
        private readonly array $reasons,
        private readonly array $sentences,
        private readonly array $labels,
    ) {
    }

    /** @param  string|null  $language  an ISO 639-1 code; null for the one that is spoken */
    public static function of(?string $language = null): self
    {
        $language ??= self::$language;

        return self::$known[$language] ??= new self(...self::read($language));
    }

    /** @param  string  $language  to be spoken from now on, an ISO 639-1 code; what was labelled before keeps its label */
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

    /**
     * What a thing is called.
     *
     * @param  string  $key  kind and key of the thing, such as line.revenue
     * @param  string  $english  as it is declared
     */
    public static function label(string $key, string $english): string
    {
        self::$asked[$key] = $english;

        return self::of()->labels[$key] ?? $english;
    }

    /**
     * What a language does not say yet, in English: its reasons, its sentences, and its labels of what was labelled so far.
     *
     * @return array{reasons: array<string, string>, sentences: array<string, string>, labels: array<string, string>}
     */
    public static function missing(string $language): array
    {
        $said = ['reasons' => [], 'sentences' => [], 'labels' => []];
        foreach ($language === self::FIRST ? [] : self::$folders as $folder) {
            $file = "{$folder}/{$language}.php";
            $said = array_replace_recursive($said, is_file($file) ? require $file : []);
        }
        $first = self::of(self::FIRST);

        return [
            'reasons' => array_diff_key($first->reasons, $said['reasons']),
            'sentences' => array_diff_key($first->sentences, $said['sentences']),
            'labels' => array_diff_key(array_filter(self::$asked), $said['labels']),
        ];
    }

    public function reason(Absence $absence): string
    {
        return self::fill($this->reasons[$absence->reason->value], $absence->figures);
    }

    /**
     * @return array{numerals: array{point: string, thousands: string, minus: string}, reasons: array<string, string>,
     *     sentences: array<string, string>, labels: array<string, string>}
     */
    private static function read(string $language): array
    {
        $words =
            $language === self::FIRST
                ? ['numerals' => ['point' => '', 'thousands' => '', 'minus' => ''], 'reasons' => [], 'sentences' => [], 'labels' => []]
                : self::read(self::FIRST);
        foreach (self::$folders as $folder) {
            $file = "{$folder}/{$language}.php";
            /** @var array{numerals?: array{point: string, thousands: string, minus: string}, reasons?: array<string, string>,
             *     sentences?: array<string, string>, labels?: array<string, string>} $more */
            $more = is_file($file) ? require $file : [];
            $words['numerals'] = [...$words['numerals'], ...$more['numerals'] ?? []];
            foreach (['reasons', 'sentences', 'labels'] as $part) {
                $words[$part] = [...$words[$part], ...$more[$part] ?? []];
            }
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
