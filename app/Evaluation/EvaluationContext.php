<?php

declare(strict_types=1);

namespace App\Evaluation;

use App\Models\User;
use App\Storage\Viewpoint;
use Closure;
use Logion\Metric\Catalogue;

/**
 * What a question about figures depends on besides the company or universe it asks about: the day, whose metrics and lists can
 * be named, and whose corrections and one-offs count. It is made where the question comes in, by a request, a command or a job,
 * and handed on; nothing on the way asks for a user or a day by itself.
 *
 * @property-read Catalogue $catalogue the metrics that can be named
 */
final class EvaluationContext
{
    /** The day on which companies are called what the question calls them; that of the question itself. */
    public readonly int $namedOn;

    /**
     * @param  Catalogue|Closure(): Catalogue  $metrics  made when first asked for: a statement names none, and to make three hundred takes
     *     as long as to read it
     */
    public function __construct(
        public readonly int $day,
        private Catalogue|Closure $metrics,
        public readonly ?User $user = null,
        public readonly ?Viewpoint $as = null,
        ?int $namedOn = null,
        public readonly ?string $peers = null,
    ) {
        $this->namedOn = $namedOn ?? $day;
    }

    public function __get(string $name): Catalogue
    {
        if ($name !== 'catalogue') {
            throw new \LogicException("An evaluation context has no {$name}.");
        }
        if ($this->metrics instanceof Closure) {
            $this->metrics = ($this->metrics)();
        }

        return $this->metrics;
    }

    /** The same question on another day. */
    public function on(int $day): self
    {
        return new self($day, $this->metrics, $this->user, $this->as, $this->namedOn, $this->peers);
    }

    /** The same question about figures with, or without, the one-offs taken out. */
    public function adjusted(bool $adjusted): self
    {
        return $this->as === null
            ? $this
            : new self(
                $this->day,
                $this->metrics,
                $this->user,
                new Viewpoint($this->as->userId, $this->as->author, $adjusted),
                $this->namedOn,
                $this->peers,
            );
    }
}
