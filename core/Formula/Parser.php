<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Words;
use Symfony\Component\ExpressionLanguage\Lexer;
use Symfony\Component\ExpressionLanguage\Node as Symfony;
use Symfony\Component\ExpressionLanguage\Parser as SymfonyParser;
use Symfony\Component\ExpressionLanguage\SyntaxError;
use Symfony\Component\ExpressionLanguage\Token;
use Symfony\Component\ExpressionLanguage\TokenStream;

/**
 * Turns the text of a formula into a tree. Lexer and parser are symfony/expression-language's; the meaning is ours:
 * power binds tighter than unary minus, `not` looser than a comparison, and `10%`, `2.5bn`, `300m`, `40k` are numbers.
 */
final class Parser
{
    public const MAX_LENGTH = 4000;

    public const MAX_TOKENS = 600;

    public const MAX_DEPTH = 60;

    private const SCALES = ['k' => 1e3, 'm' => 1e6, 'bn' => 1e9, 'tn' => 1e12];

    private readonly Lexer $lexer;

    /** @var array<string, array<string, mixed>> */
    private readonly array $functions;

    /**
     * @param  array<string, FormulaFunction>  $definitions
     */
    public function __construct(private readonly array $definitions)
    {
        $this->lexer = new Lexer();
        $this->functions = array_fill_keys([...array_keys($definitions), 'group'], []);
    }

    /**
     * @param  list<string>|null  $names  names that exist; null accepts any
     *
     * @throws FormulaError if the text is not a formula
     */
    public function parse(string $formula, ?array $names = null): Node
    {
        // Most formulas of a screen are one name.
        if ($names !== null && in_array($formula, $names, true)) {
            return Node::name($formula);
        }
        if (trim($formula) === '') {
            throw FormulaError::at(Words::say('the_formula_is_empty'), $formula);
        }
        if (strlen($formula) > self::MAX_LENGTH) {
            throw FormulaError::at(Words::say('the_formula_is_longer_than_characters', max_length: self::MAX_LENGTH), $formula);
        }
        try {
            $tokens = $this->tokens($formula, $names);
            $tree = (new SymfonyParser($this->functions))->parse(
                new TokenStream($tokens, $formula),
                [],
                SymfonyParser::IGNORE_UNKNOWN_VARIABLES,
            );
        } catch (SyntaxError $error) {
            $position = preg_match('/around position (\d+)/', $error->getMessage(), $m) === 1 ? (int) $m[1] : null;
            $problem = preg_replace('/ around position \d+.*$/s', '', $error->getMessage()) ?? '';

            throw FormulaError::at(rtrim($problem, '.'), $formula, $position);
        }

        return self::withoutGroups($this->convert($tree, $formula, 0));
    }

    /**
     * Tokens with percentages and scales folded into numbers, and with plain parentheses marked as a call of `group`,
     * so that the tree still knows them.
     *
     * @param  list<string>|null  $names
     * @return list<Token>
     */
    private function tokens(string $formula, ?array $names): array
    {
        $stream = $this->lexer->tokenize($formula);
        $known = $names === null ? null : array_flip($names);
        $tokens = [];
        /** @var int<0, max> $depth */
        $depth = 0;
        $previous = null;
        for ($token = $stream->current; ! $token->test(Token::EOF_TYPE); $token = $stream->current) {
            $stream->next();
            $next = $stream->current;
            if ($token->type === Token::NUMBER_TYPE) {
                $value = (float) $token->value;
                if ($next->test(Token::OPERATOR_TYPE, '%')) {
                    $value /= 100;
                    $stream->next();
                } elseif ($next->type === Token::NAME_TYPE && isset(self::SCALES[(string) $next->value])) {
                    $value *= self::SCALES[(string) $next->value];
                    $stream->next();
                }
                $token = new Token(Token::NUMBER_TYPE, $value, $token->cursor);
            } elseif ($token->type === Token::NAME_TYPE) {
                $isCall = $next->test(Token::PUNCTUATION_TYPE, '(');
                if ($isCall && ! isset($this->definitions[(string) $token->value])) {
                    throw FormulaError::unknownName(
                        (string) $token->value,
                        $formula,
                        (int) $token->cursor,
                        array_map('strval', array_keys($this->definitions)),
                    );
                }
                if (
                    ! $isCall &&
                    $names !== null &&
                    ! isset($known[(string) $token->value]) &&
                    $token->value !== 'true' &&
                    $token->value !== 'false'
                ) {
                    throw FormulaError::unknownName((string) $token->value, $formula, (int) $token->cursor, $names);
                }
            } elseif ($token->test(Token::PUNCTUATION_TYPE, '(')) {
                if (++$depth > self::MAX_DEPTH) {
                    throw FormulaError::at(
                        Words::say('the_formula_is_nested_more_than', max_depth: self::MAX_DEPTH),
                        $formula,
                        $token->cursor,
                    );
                }
                if ($previous === null || $previous->type !== Token::NAME_TYPE) {
                    $tokens[] = new Token(Token::NAME_TYPE, 'group', $token->cursor);
                }
            } elseif ($token->test(Token::PUNCTUATION_TYPE, ')')) {
                $depth--;
            }
            $tokens[] = $previous = $token;
            if (count($tokens) > self::MAX_TOKENS) {
                throw FormulaError::at(
                    Words::say('the_formula_has_more_than_parts', max_tokens: self::MAX_TOKENS),
                    $formula,
                    $token->cursor,
                );
            }
        }
        $tokens[] = $stream->current;

        return $tokens;
    }

    /** The marks of parentheses have done their work once the tree stands. */
    private static function withoutGroups(Node $node): Node
    {
        if ($node->kind === 'call' && $node->symbol === 'group') {
            return self::withoutGroups($node->children[0]);
        }

        return $node->children === [] ? $node : $node->with(array_map(self::withoutGroups(...), $node->children));
    }

    private function convert(Symfony\Node $node, string $formula, int $depth): Node
    {
        if ($depth > 4 * self::MAX_DEPTH) {
            throw FormulaError::at(Words::say('the_formula_is_nested_too_deeply'), $formula);
        }
        $convert = fn (Symfony\Node $child): Node => $this->convert($child, $formula, $depth + 1);

        return match (true) {
            $node instanceof Symfony\ConstantNode => match (true) {
                is_bool($node->attributes['value']) => Node::number($node->attributes['value'] ? 1.0 : 0.0),
                is_int($node->attributes['value']), is_float($node->attributes['value']) => Node::number(
                    (float) $node->attributes['value'],
                ),
                default => throw FormulaError::at(Words::say('a_text_has_no_meaning_here'), $formula),
            },
            $node instanceof Symfony\NullCoalescedNameNode, $node instanceof Symfony\NameNode => Node::name($node->attributes['name']),
            $node instanceof Symfony\UnaryNode => $node->attributes['operator'] === '+'
                ? $convert($node->nodes['node'])
                : Node::unary(
                    UnaryOperator::written($node->attributes['operator']) ??
                        throw FormulaError::at(Words::say('the_sign_has_no_meaning_in', operator: $node->attributes['operator']), $formula),
                    $convert($node->nodes['node']),
                ),
            $node instanceof Symfony\BinaryNode => self::binary(
                $node->attributes['operator'],
                $convert($node->nodes['left']),
                $convert($node->nodes['right']),
                $formula,
            ),
            $node instanceof Symfony\ConditionalNode => Node::conditional(
                $convert($node->nodes['expr1']),
                $convert($node->nodes['expr2']),
                $convert($node->nodes['expr3']),
            ),
            $node instanceof Symfony\NullCoalesceNode => Node::coalesce($convert($node->nodes['expr1']), $convert($node->nodes['expr2'])),
            $node instanceof Symfony\FunctionNode => $this->call($node, $formula, $convert),
            default => throw FormulaError::at(Words::say('a_formula_may_hold_numbers_names'), $formula),
        };
    }

    private static function binary(string $symbol, Node $left, Node $right, string $formula): Node
    {
        $operator =
            Operator::written($symbol) ?? throw FormulaError::at(Words::say('the_operator_has_no_meaning_in', symbol: $symbol), $formula);
        // symfony binds both unary operators tighter than any other; one that binds looser takes the whole as its operand.
        if ($left->kind === 'unary' && $left->sign()->rank() < $operator->rank()) {
            return Node::unary($left->sign(), Node::binary($operator, $left->children[0], $right));
        }

        return Node::binary($operator, $left, $right);
    }

    /** @param  \Closure(Symfony\Node): Node  $convert */
    private function call(Symfony\FunctionNode $node, string $formula, \Closure $convert): Node
    {
        $name = $node->attributes['name'];
        // A text stands only where a function wants one.
        $arguments = array_map(
            static fn (Symfony\Node $argument): Node => $argument instanceof Symfony\ConstantNode &&
            is_string($argument->attributes['value'])
                ? Node::text($argument->attributes['value'])
                : $convert($argument),
            array_values($node->nodes['arguments']->nodes),
        );
        if ($name === 'group') {
            return count($arguments) === 1
                ? Node::call('group', $arguments)
                : throw FormulaError::at(Words::say('parentheses_hold_one_expression'), $formula);
        }
        $definition = $this->definitions[$name];
        $expected = $definition->parameters();
        if (count($arguments) !== count($expected)) {
            throw FormulaError::at(Words::say('takes', name: $name, signature: $definition->signature()), $formula);
        }
        foreach ($expected as $i => $parameter) {
            if (! $parameter->accepts($arguments[$i])) {
                throw FormulaError::at(
                    Words::say('takes_argument_does_not_fit', name: $name, signature: $definition->signature(), i: $i + 1),
                    $formula,
                );
            }
        }

        return Node::call($name, $arguments);
    }
}
