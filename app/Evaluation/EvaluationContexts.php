<?php

declare(strict_types=1);

namespace App\Evaluation;

use App\Models\User;
use App\Storage\ColumnStore;
use App\Storage\Viewpoint;
use Logion\Figure\Words;
use Logion\Metric\Catalogue;
use Logion\Time\Day;
use Logion\Time\InvalidDay;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Makes evaluation contexts for users and days. */
final class EvaluationContexts
{
    public function __construct(private readonly ColumnStore $columns, private readonly Catalogues $catalogues)
    {
    }

    /**
     * @param  mixed  $day  YYYY-MM-DD; the latest day with data if null
     * @param  bool  $adjusted  whether the user's one-offs are taken out
     * @param  string|null  $peers  those of a link, which count in place of the reader's own
     */
    public function of(?User $user, mixed $day = null, bool $adjusted = false, ?string $peers = null): EvaluationContext
    {
        return $this->on($this->day($day), $user, $adjusted, $peers);
    }

    /** Of a day that is known to have data. */
    public function on(int $day, ?User $user, bool $adjusted = false, ?string $peers = null): EvaluationContext
    {
        return new EvaluationContext(
            $day,
            fn (): Catalogue => $this->catalogues->of($user),
            $user,
            $user === null ? null : new Viewpoint($user->id, $user->name, $adjusted),
            peers: $peers,
        );
    }

    /** The day asked for as YYYY-MM-DD, or the latest one with data. A later day is brought back to the latest. */
    public function day(mixed $asOf): int
    {
        if ($asOf !== null && ! is_string($asOf)) {
            throw InvalidDay::of(get_debug_type($asOf));
        }
        $latest = $this->columns->latestDay() ?? throw new NotFoundHttpException(Words::say('there_is_no_company_yet_import'));

        return $asOf === null || $asOf === '' ? $latest : min($latest, Day::parse($asOf));
    }
}
