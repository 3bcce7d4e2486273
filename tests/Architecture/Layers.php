<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Arrows point one way: app → core. The core knows no framework, and of outside code only the formula parser. */
final class Layers
{
    public function test_the_core_knows_nobody(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Logion'))
            ->canOnlyDependOn()
            ->classes(
                Selector::inNamespace('Logion'),
                Selector::inNamespace('Symfony\Component\ExpressionLanguage'),
                // Drawn figures, seeded: a part of PHP itself.
                Selector::inNamespace('Random'),
                // Decimal arithmetic, to the last unit of money.
                Selector::inNamespace('Brick\Math'),
                Selector::inNamespace('/^\\\\?[A-Z][A-Za-z]*$/', true),
                Selector::classname('/^[A-Z][A-Za-z]+$/', true),
            )
            ->because('rules and computation must stand without framework, input and output');
    }
}
