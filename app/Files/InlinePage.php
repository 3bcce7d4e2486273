<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Words;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;

/**
 * A report as a page to be read, with its facts marked in the text (Inline XBRL 1.1, XBRL International, 2013). Numbers stand as
 * people write
 * them; formats of the transformation registries say how, scale and sign what they mean.
 */
final readonly class InlinePage
{
    private const NAMESPACE = 'http://www.xbrl.org/2013/inlineXBRL';

    private const LARGEST = 200_000_000;

    /** Formats by what separates decimals; of the registries 1 to 5. */
    private const COMMA = '/^(?:num-comma-decimal(?:-apos)?|numcommadecimal|numspacecomma|numdotcomma)$/';

    /** Formats whose text stands for nothing at all: zero, in words or as a dash. */
    private const ZERO = '/^(?:zerodash|fixed-zero|fixedzero|numdash|zero-dash)$/';

    /** Formats of texts in which there is no number. */
    private const EMPTY = '/^(?:nocontent|fixed-empty|fixedempty)$/';

    private function __construct(public string $path, private bool $isOwn)
    {
    }

    /**
     * A page, or the one in a report package. Entities of pages and their document types are taken out of a copy: the reader of XML
     * refuses both.
     *
     * @throws Refusal if it is too large
     */
    public static function open(string $path): self
    {
        if (filesize($path) > self::LARGEST) {
            throw Refusal::because(Words::say('a_page_with_inline_facts_may'));
        }
        $isArchive = file_get_contents($path, false, null, 0, 2) === 'PK';
        $archive = $isArchive ? Archive::open($path) : null;
        $text = $archive === null ? (string) file_get_contents($path) : $archive->text((string) self::entry($archive), self::LARGEST);
        $plain = (string) preg_replace('/<!DOCTYPE\s+[^>\[]*>/i', '', $text, 1);
        $plain = (string) preg_replace_callback(
            '/&([a-zA-Z]\w*);/',
            static function (array $m): string {
                $character = html_entity_decode($m[0], ENT_QUOTES | ENT_HTML5, 'UTF-8');

                return in_array($m[1], ['amp', 'lt', 'gt', 'quot', 'apos'], true) || $character === $m[0]
                    ? $m[0]
                    : '&#'.mb_ord(mb_substr($character, 0, 1)).';';
            },
            $plain,
        );
        if ($plain === $text && ! $isArchive) {
            return new self($path, false);
        }
        $copy = (string) tempnam(sys_get_temp_dir(), 'page');
        file_put_contents($copy, $plain);

        return new self($copy, true);
    }

    /** The page in a report package; null if there is none. */
    public static function entry(Archive $archive): ?string
    {
        foreach (preg_grep('~\.(?:xhtml|html?)$~i', array_keys($archive->entries)) ?: [] as $entry) {
            if (str_contains($archive->text($entry, self::LARGEST), self::NAMESPACE)) {
                return $entry;
            }
        }

        return null;
    }

    public function __destruct()
    {
        if ($this->isOwn) {
            @unlink($this->path);
        }
    }

    /** @return iterable<array{name: string, context: string, unit: ?string, value: string|Refusal|null, decimals: ?string}> */
    public function facts(): iterable
    {
        foreach (Xml::open($this->path, 'The page')->elements() as $node) {
            if ($node->namespaceURI !== self::NAMESPACE || ! in_array($node->localName, ['nonFraction', 'nonNumeric'], true)) {
                continue;
            }
            $context = (string) $node->getAttribute('contextRef');
            $name = (string) $node->getAttribute('name');
            $text = trim($node->readString());
            if ($node->localName === 'nonNumeric') {
                yield ['name' => $name, 'context' => $context, 'unit' => null, 'value' => $text, 'decimals' => null];

                continue;
            }
            $isNil = in_array($node->getAttributeNs('nil', XbrlContexts::INSTANCE), ['true', '1'], true);
            yield [
                'name' => $name,
                'context' => $context,
                'unit' => (string) $node->getAttribute('unitRef'),
                'value' => $isNil
                    ? null
                    : self::number(
                        $text,
                        XbrlPeriods::local((string) $node->getAttribute('format')),
                        (int) $node->getAttribute('scale'),
                        $node->getAttribute('sign') === '-',
                    ),
                'decimals' => $node->getAttribute('decimals'),
            ];
        }
    }

    /** A number as a plain decimal text; a refusal where the text is none; null where its format says there is none. */
    private static function number(string $text, string $format, int $scale, bool $isNegative): string|Refusal|null
    {
        if (preg_match(self::ZERO, $format) === 1) {
            return '0';
        }
        if (preg_match(self::EMPTY, $format) === 1) {
            return null;
        }
        try {
            $value = (new NumberFormat(preg_match(self::COMMA, $format) === 1 ? ',' : '.'))->parse($text, 10.0 ** $scale);
        } catch (Refusal $refusal) {
            return $refusal;
        }

        return $value === null ? null : (string) json_encode($isNegative ? -$value : $value);
    }
}
