<?php

declare(strict_types=1);

namespace Tests\Mutation;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Scalar;
use PhpParser\Node\Stmt;

/**
 * The faults that can be planted in a node: operators, signs, guards, thresholds, windows. What is written to be read by
 * people, such as the words of an error, is left alone.
 */
final class Faults
{
    private const EXCHANGED = [
        Expr\BinaryOp\Plus::class => [Expr\BinaryOp\Minus::class, '+ becomes −'],
        Expr\BinaryOp\Minus::class => [Expr\BinaryOp\Plus::class, '− becomes +'],
        Expr\BinaryOp\Mul::class => [Expr\BinaryOp\Div::class, '× becomes ÷'],
        Expr\BinaryOp\Div::class => [Expr\BinaryOp\Mul::class, '÷ becomes ×'],
        Expr\BinaryOp\Smaller::class => [Expr\BinaryOp\SmallerOrEqual::class, '< becomes <='],
        Expr\BinaryOp\SmallerOrEqual::class => [Expr\BinaryOp\Smaller::class, '<= becomes <'],
        Expr\BinaryOp\Greater::class => [Expr\BinaryOp\GreaterOrEqual::class, '> becomes >='],
        Expr\BinaryOp\GreaterOrEqual::class => [Expr\BinaryOp\Greater::class, '>= becomes >'],
        Expr\BinaryOp\Equal::class => [Expr\BinaryOp\NotEqual::class, '== becomes !='],
        Expr\BinaryOp\NotEqual::class => [Expr\BinaryOp\Equal::class, '!= becomes =='],
        Expr\BinaryOp\Identical::class => [Expr\BinaryOp\NotIdentical::class, '=== becomes !=='],
        Expr\BinaryOp\NotIdentical::class => [Expr\BinaryOp\Identical::class, '!== becomes ==='],
        Expr\BinaryOp\BooleanAnd::class => [Expr\BinaryOp\BooleanOr::class, '&& becomes ||'],
        Expr\BinaryOp\BooleanOr::class => [Expr\BinaryOp\BooleanAnd::class, '|| becomes &&'],
        Expr\AssignOp\Plus::class => [Expr\AssignOp\Minus::class, '+= becomes -='],
        Expr\AssignOp\Minus::class => [Expr\AssignOp\Plus::class, '-= becomes +='],
        Expr\AssignOp\Mul::class => [Expr\AssignOp\Div::class, '*= becomes /='],
        Expr\AssignOp\Div::class => [Expr\AssignOp\Mul::class, '/= becomes *='],
    ];

    /** What the fault in a node is called; null where none can be planted. */
    public static function in(Node $node): ?string
    {
        if (isset(self::EXCHANGED[$node::class])) {
            return self::EXCHANGED[$node::class][1];
        }

        return match (true) {
            $node instanceof Expr\UnaryMinus && ! ($node->expr instanceof Scalar) => 'the minus is gone',
            $node instanceof Expr\BooleanNot => 'the ! is gone',
            $node instanceof Expr\Ternary && $node->if !== null => 'the branches are exchanged',
            $node instanceof Scalar\Int_ && $node->value > 1 => "{$node->value} becomes ".($node->value + 1),
            $node instanceof Scalar\Float_ && $node->value != 0.0 => "{$node->value} becomes ".(1.5 * $node->value),
            self::calls($node, ['min', 'max']) => 'min and max are exchanged',
            $node instanceof Stmt\If_ &&
                $node->else === null &&
                $node->elseifs === [] &&
                count($node->stmts) === 1 &&
                ($node->stmts[0] instanceof Stmt\Return_ || $node->stmts[0] instanceof Stmt\Continue_) => 'the guard is gone',
            default => null,
        };
    }

    /** @param  list<string>  $functions */
    private static function calls(Node $node, array $functions): bool
    {
        return $node instanceof Expr\FuncCall && $node->name instanceof Node\Name && in_array($node->name->toString(), $functions, true);
    }

    /** The node with its fault; null takes the statement away. */
    public static function plant(Node $node): ?Node
    {
        if (isset(self::EXCHANGED[$node::class])) {
            $class = self::EXCHANGED[$node::class][0];

            return $node instanceof Expr\BinaryOp
                ? new $class($node->left, $node->right)
                : ($node instanceof Expr\AssignOp
                    ? new $class($node->var, $node->expr)
                    : $node);
        }

        return match (true) {
            $node instanceof Expr\UnaryMinus, $node instanceof Expr\BooleanNot => $node->expr,
            $node instanceof Expr\Ternary => new Expr\Ternary($node->cond, $node->else, $node->if),
            $node instanceof Scalar\Int_ => new Scalar\Int_($node->value + 1),
            $node instanceof Scalar\Float_ => new Scalar\Float_(1.5 * $node->value),
            $node instanceof Expr\FuncCall && $node->name instanceof Node\Name => new Expr\FuncCall(
                new Node\Name($node->name->toString() === 'min' ? 'max' : 'min'),
                $node->args,
            ),
            default => null,
        };
    }

    /** Whether what is under a node says something to people only, or cannot be executed. */
    public static function isWords(Node $node): bool
    {
        return $node instanceof Expr\Throw_ ||
            $node instanceof Node\AttributeGroup ||
            $node instanceof Scalar\InterpolatedString ||
            ($node instanceof Expr\FuncCall && $node->name instanceof Node\Name && $node->name->toString() === 'sprintf') ||
            ($node instanceof Expr\StaticCall &&
                $node->class instanceof Node\Name &&
                in_array($node->class->getLast(), ['Absence', 'Source', 'Words'], true));
    }
}
