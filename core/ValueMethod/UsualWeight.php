<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

/** A method that says itself what it weighs among others until somebody weighs it; one that says nothing weighs one. */
interface UsualWeight
{
    public function usualWeight(ValueSubject $of): float;
}
