<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula;

/**
 * A parsed formula. One closed set of kinds:
 * number, text, name, unary (- not), binary (arithmetic, comparison, and, or), conditional, coalesce, call.
 */
final readonly class Node
{
    /**
     * @param  'number'|'text'|'name'|'unary'|'binary'|'conditional'|'coalesce'|'call'  $kind
     * @param  string  $symbol  the operator, name, function or text
     * @param  list<Node>  $children
     */
    private function __construct(public string $kind, public string $symbol, public array $children = [], public float $number = 0.0)
    {
    }

    public static function number(float $value): self
    {
        return new self('number', '', [], $value);
    }

    public static function text(string $text): self
    {
        return new self('text', $text);
    }

    public static function name(string $name): self
    {
        return new self('name', $name);
    }

    public static function unary(string $operator, self $operand): self
    {
        return new self('unary', $operator, [$operand]);
    }

    public static function binary(string $operator, self $left, self $right): self
    {
        return new self('binary', $operator, [$left, $right]);
    }

    public static function conditional(self $condition, self $then, self $else): self
    {
        return new self('conditional', '?', [$condition, $then, $else]);
    }

    public static function coalesce(self $value, self $fallback): self
    {
        return new self('coalesce', '??', [$value, $fallback]);
    }

    /** @param  list<Node>  $arguments */
    public static function call(string $function, array $arguments): self
    {
        return new self('call', $function, $arguments);
    }

    /** @param  list<Node>  $children */
    public function with(array $children): self
    {
        return new self($this->kind, $this->symbol, $children, $this->number);
    }

    /** The formula as text again, with the parentheses that its meaning needs. */
    public function __toString(): string
    {
        $child = fn (int $i, int $parent, bool $tight = false): string => self::wrapped($this->children[$i], $parent, $tight);

        return match ($this->kind) {
            'number' => self::numeral($this->number),
            'text' => "'{$this->symbol}'",
            'name' => $this->symbol,
            'unary' => $this->symbol === 'not' ? 'not '.$child(0, 2) : '-'.$child(0, 6),
            'binary' => $child(0, self::rank($this), $this->symbol === '**')." {$this->symbol} ".$child(1, self::rank($this), $this->symbol !== '**'),
            'conditional' => $child(0, 0, true).' ? '.$child(1, 0).' : '.$child(2, 0),
            'coalesce' => $child(0, 0, true).' ?? '.$child(1, 0, true),
            'call' => $this->symbol.'('.implode(', ', $this->children).')',
        };
    }

    /**
     * Names this formula refers to, each once, in reading order.
     *
     * @return list<string>
     */
    public function names(): array
    {
        $names = $this->kind === 'name' ? [$this->symbol] : [];
        foreach ($this->children as $child) {
            $names = [...$names, ...$child->names()];
        }

        return array_values(array_unique($names));
    }

    /** Whether a function of the given names is called anywhere inside. */
    public function calls(string ...$functions): bool
    {
        if ($this->kind === 'call' && in_array($this->symbol, $functions, true)) {
            return true;
        }
        foreach ($this->children as $child) {
            if ($child->calls(...$functions)) {
                return true;
            }
        }

        return false;
    }

    /**
     * A comparison of an expression with a number, turned so that the number stands at the right; null if it is none.
     *
     * @return array{Node, string, float}|null expression, operator, number
     */
    public function comparison(): ?array
    {
        if ($this->kind !== 'binary' || ! in_array($this->symbol, ['<', '<=', '>', '>=', '==', '!='], true)) {
            return null;
        }
        [$left, $right] = $this->children;
        $constant = $right->constant();
        if ($constant !== null) {
            return [$left, $this->symbol, $constant];
        }
        $constant = $left->constant();

        return $constant === null ? null : [$right, strtr($this->symbol, '<>', '><'), $constant];
    }

    /** Whether its value is yes or no. */
    public function isCondition(): bool
    {
        return ($this->kind === 'binary' && in_array($this->symbol, ['<', '<=', '>', '>=', '==', '!=', 'and', 'or'], true)) || ($this->kind === 'unary' && $this->symbol === 'not');
    }

    private function constant(): ?float
    {
        if ($this->kind === 'unary' && $this->symbol === '-') {
            $inner = $this->children[0]->constant();

            return $inner === null ? null : -$inner;
        }

        return $this->kind === 'number' ? $this->number : null;
    }

    public static function numeral(float $value): string
    {
        return $value == floor($value) && abs($value) < 1e15 ? sprintf('%.0f', $value) : rtrim(rtrim(sprintf('%.12F', $value), '0'), '.');
    }

    private static function wrapped(self $node, int $parent, bool $tight): string
    {
        $rank = self::rank($node);

        return $rank < $parent || ($tight && $rank === $parent) ? "({$node})" : (string) $node;
    }

    private static function rank(self $node): int
    {
        return match ($node->kind) {
            'conditional', 'coalesce' => 0,
            'unary' => $node->symbol === 'not' ? 2 : 6,
            'binary' => match ($node->symbol) {
                'or' => 1, 'and' => 2, '<', '>', '<=', '>=', '==', '!=' => 3, '+', '-' => 4, '*', '/' => 5, default => 7,
            },
            default => 9,
        };
    }
}
