<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Words;
use Logion\Intake\Refusal;

/**
 * An element of an OFX file: of version 2, which is XML, and of version 1, whose elements with a text are not closed.
 *
 * @see Open Financial Exchange, Specification 1.6 and 2.2
 */
final class OfxNode
{
    /** An OFX file of investments has some kilobytes. */
    private const LARGEST = 20_000_000;

    private const DEEPEST = 40;

    /** @var list<self> */
    public array $children = [];

    private function __construct(public readonly string $name, public string $text = '')
    {
    }

    /** @throws Refusal if it is none */
    public static function read(string $path): self
    {
        if ((int) @filesize($path) > self::LARGEST) {
            throw Refusal::because(Words::say('ofx_is_too_large'));
        }
        $text = (string) @file_get_contents($path);
        $start = stripos($text, '<OFX>');
        if ($start === false) {
            throw Refusal::because(Words::say('file_is_no_ofx'));
        }
        if (! mb_check_encoding($text, 'UTF-8')) {
            $text = mb_convert_encoding($text, 'UTF-8', 'Windows-1252');
        }
        $root = new self('');
        $open = [$root];
        preg_match_all('~<(/?)([A-Za-z0-9_.]+)[^>]*>([^<]*)~', substr($text, $start), $tokens, PREG_SET_ORDER);
        foreach ($tokens as [, $closes, $name, $value]) {
            $name = strtoupper($name);
            if ($closes === '/') {
                // Elements with a text may or may not be closed; a list that ends closes what is open in it.
                $names = array_map(static fn (self $of): string => $of->name, $open);
                $at = array_search($name, array_reverse($names, true), true);
                if ($at !== false && $at > 0) {
                    $open = array_slice($open, 0, $at);
                }

                continue;
            }
            $node = new self($name, html_entity_decode(trim($value), ENT_QUOTES | ENT_XML1));
            $open[count($open) - 1]->children[] = $node;
            if ($node->text === '' && count($open) < self::DEEPEST) {
                $open[] = $node;
            }
        }

        return $root->children[0] ?? $root;
    }

    /** @return list<self> all of a name below it, in the order of the file */
    public function all(string $name): array
    {
        $found = [];
        foreach ($this->children as $child) {
            if ($child->name === $name) {
                $found[] = $child;
            }
            array_push($found, ...$child->all($name));
        }

        return $found;
    }

    public function first(string $name): ?self
    {
        return $this->all($name)[0] ?? null;
    }

    /** The text of the first of a name below it. */
    public function text(string $name): ?string
    {
        $text = $this->first($name)?->text;

        return $text === null || $text === '' ? null : $text;
    }
}
