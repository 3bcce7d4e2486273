<?php

declare(strict_types=1);

namespace App\Task;

use Illuminate\Contracts\Redis\Factory;
use Illuminate\Database\Connection;
use Illuminate\Queue\RedisQueue;

/** The queue in Redis, with a lane for everybody who asked for work. What is pushed in a transaction is there once that is written. */
final class RedisLanes extends RedisQueue implements Lanes
{
    use TakesTurns;

    /** The set of lanes in which there is or was something. */
    private const LANES = 'lanes';

    public function __construct(Factory $redis, private readonly Connection $database, string $connection, int $retryAfter)
    {
        parent::__construct($redis, Lane::of(null), $connection, $retryAfter, dispatchAfterCommit: true);
    }

    public function pushRaw($payload, $queue = null, array $options = [])
    {
        $id = parent::pushRaw($payload, $queue, $options);
        $this->getConnection()->sadd(self::LANES, $queue ?: $this->default);

        return $id;
    }

    protected function laterRaw($delay, $payload, $queue = null)
    {
        $id = parent::laterRaw($delay, $payload, $queue);
        $this->getConnection()->sadd(self::LANES, $queue ?: $this->default);

        return $id;
    }

    public function pop($queue = null, $index = 0)
    {
        $this->leave();
        foreach ($this->inTurn(array_flip($this->lanes())) as $lane) {
            if (! Lane::isFor($lane, $queue) || ! $this->enter($this->database, $lane)) {
                continue;
            }
            $job = parent::pop($lane);
            if ($job !== null) {
                $this->turns[Lane::owner($lane)] = hrtime(true);

                return $job;
            }
            $this->leave();
            $this->forgetIfEmpty($lane);
        }

        return null;
    }

    public function areEmpty(): bool
    {
        foreach ($this->lanes() as $lane) {
            if ($this->size($lane) > 0) {
                return false;
            }
        }

        return true;
    }

    /** @return list<string> */
    private function lanes(): array
    {
        $lanes = array_values((array) $this->getConnection()->smembers(self::LANES));
        sort($lanes);

        return $lanes;
    }

    private function forgetIfEmpty(string $lane): void
    {
        if ($this->size($lane) > 0) {
            return;
        }
        $this->getConnection()->srem(self::LANES, $lane);
        // Something may have come between the look and the word.
        if ($this->pendingSize($lane) > 0) {
            $this->getConnection()->sadd(self::LANES, $lane);
        }
    }
}
