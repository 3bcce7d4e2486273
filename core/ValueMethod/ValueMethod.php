<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

/**
 * A way to say what a share is worth. Page, interface, command, backwards, sensitivity, tornado, simulation and summary all come from what
 * is declared here.
 */
interface ValueMethod
{
    public function key(): string;

    public function label(): string;

    /** What it is for, in a sentence. */
    public function purpose(): string;

    /** Why it does not fit a company; null where it does. */
    public function misfit(ValueSubject $of): ?string;

    /** @return list<MethodInput> */
    public function inputs(ValueSubject $of): array;

    /**
     * @param  array<string, float>  $in  figure by input, all of them
     *
     * @throws \Logion\Valuation\InvalidAssumption if the figures together give no value, with the way out
     * @throws \DivisionByZeroError if one of them is where nothing can be divided by
     */
    public function worth(array $in, ValueSubject $of): Worth;

    /**
     * The same as formulas over the inputs, shaped by some of them.
     *
     * @param  array<string, float>  $in  as for the worth
     */
    public function live(array $in, ValueSubject $of): LiveSheet;
}
