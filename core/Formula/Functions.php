<?php

declare(strict_types=1);

namespace Logion\Formula;

/** The functions there are: one for each file of `Function/`. */
final class Functions
{
    /** @var array<string, FormulaFunction>|null */
    private static ?array $all = null;

    /** @return array<string, FormulaFunction> by name */
    public static function all(): array
    {
        if (self::$all === null) {
            self::$all = [];
            foreach (glob(__DIR__.'/Function/*.php') ?: [] as $file) {
                $class = __NAMESPACE__.'\\Function\\'.basename($file, '.php');
                $function = new $class();
                if ($function instanceof FormulaFunction) {
                    self::$all[$function->name()] = $function;
                }
            }
        }

        return self::$all;
    }

    public static function get(string $name): FormulaFunction
    {
        return self::all()[$name];
    }
}
