<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Models\User;

/** For commands with the options --as-of, --user and --adjusted. */
trait EvaluatesInContext
{
    private function evaluationContext(EvaluationContexts $contexts): EvaluationContext
    {
        $email = $this->option('user');
        $user =
            $email === null
                ? null
                : User::query()->where('email', $email)->first() ??
                    throw new \InvalidArgumentException("Nobody has the e-mail address {$email} here.");

        return $contexts->of($user, $this->option('as-of'), (bool) $this->option('adjusted'));
    }
}
