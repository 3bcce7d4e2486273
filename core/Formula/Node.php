<?php

declare(strict_types=1);

namespace Logion\Formula;

/**
 * A parsed formula, immutable. One closed set of kinds:
 * number, text, name, unary (- not), binary (arithmetic, comparison, and, or), conditional, coalesce, call.
 */
final readonly class Node
{
    /** The formula as text again; evaluations ask for it over and over. */
    private string $text;

    private Operator|UnaryOperator|null $operator;

    /**
     * @param  'number'|'text'|'name'|'unary'|'binary'|'conditional'|'coalesce'|'call'  $kind
     * @param  string  $symbol  the operator, name, function or text
     * @param  list<Node>  $children
     */
    private function __construct(public string $kind, public string $symbol, public array $children = [], public float $number = 0.0)
    {
        $this->operator = match ($kind) {
            'binary' => Operator::from($symbol),
            'unary' => UnaryOperator::from($symbol),
            default => null,
        };
        $this->text = $this->write();
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

    public static function unary(UnaryOperator $operator, self $operand): self
    {
        return new self('unary', $operator->value, [$operand]);
    }

    public static function binary(Operator $operator, self $left, self $right): self
    {
        return new self('binary', $operator->value, [$left, $right]);
    }

    /** The operator of a binary node. */
    public function operator(): Operator
    {
        return $this->operator instanceof Operator
            ? $this->operator
            : throw new \LogicException("A {$this->kind} has no operator between operands.");
    }

    /** The operator of a unary node. */
    public function sign(): UnaryOperator
    {
        return $this->operator instanceof UnaryOperator ? $this->operator : throw new \LogicException("A {$this->kind} has no sign.");
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
        return $this->text;
    }

    private function write(): string
    {
        $child = fn (int $i, int $parent, bool $tight = false): string => self::wrapped($this->children[$i], $parent, $tight);

        return match ($this->kind) {
            'number' => self::numeral($this->number),
            'text' => "'{$this->symbol}'",
            'name' => $this->symbol,
            'unary' => $this->symbol.($this->sign() === UnaryOperator::Not ? ' ' : '').$child(0, self::rank($this)),
            'binary' => $child(0, self::rank($this), $this->operator()->groupsFromTheRight()).
                " {$this->symbol} ".
                $child(1, self::rank($this), ! $this->operator()->groupsFromTheRight()),
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

    /** Whether companies are compared anywhere inside. */
    public function comparesCompanies(): bool
    {
        if ($this->kind === 'call' && Functions::get($this->symbol)->comparesCompanies()) {
            return true;
        }
        foreach ($this->children as $child) {
            if ($child->comparesCompanies()) {
                return true;
            }
        }

        return false;
    }

    /**
     * A comparison of an expression with a number, turned so that the number stands at the right; null if it is none.
     *
     * @return array{Node, Operator, float}|null expression, operator, number
     */
    public function comparison(): ?array
    {
        if ($this->kind !== 'binary' || ! $this->operator()->isComparison()) {
            return null;
        }
        [$left, $right] = $this->children;
        $constant = $right->constant();
        if ($constant !== null) {
            return [$left, $this->operator(), $constant];
        }
        $constant = $left->constant();

        return $constant === null ? null : [$right, $this->operator()->mirrored(), $constant];
    }

    /** Whether its value is yes or no. */
    public function isCondition(): bool
    {
        return ($this->kind === 'binary' && $this->operator()->decides()) ||
            ($this->kind === 'unary' && $this->sign() === UnaryOperator::Not);
    }

    /** The number this is, minus included; null if it is more than a number. */
    public function constant(): ?float
    {
        if ($this->kind === 'unary' && $this->sign() === UnaryOperator::Negative) {
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
            'unary' => $node->sign()->rank(),
            'binary' => $node->operator()->rank(),
            default => 9,
        };
    }
}
