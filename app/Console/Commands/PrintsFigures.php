<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Logion\Figure\LogionException;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;

/** Printing as table, JSON or CSV, and errors as one sentence. */
trait PrintsFigures
{
    /**
     * @param  list<string>  $head
     * @param  list<list<scalar|null>>  $rows
     */
    protected function print(mixed $json, array $head, array $rows): void
    {
        switch ($this->option('format')) {
            case 'json':
                $this->output->writeln(
                    json_encode(
                        $json,
                        JSON_THROW_ON_ERROR |
                            JSON_PRETTY_PRINT |
                            JSON_UNESCAPED_UNICODE |
                            JSON_UNESCAPED_SLASHES |
                            JSON_PRESERVE_ZERO_FRACTION,
                    ),
                    OutputInterface::OUTPUT_RAW,
                );
                break;
            case 'csv':
                $stream = fopen('php://memory', 'w+') ?: throw new \RuntimeException('No memory stream.');
                foreach ([$head, ...$rows] as $row) {
                    fputcsv($stream, $row, ',', '"', '');
                }
                rewind($stream);
                $this->output->write((string) stream_get_contents($stream), false, OutputInterface::OUTPUT_RAW);
                break;
            default:
                $this->table($head, $rows);
        }
    }

    /** @param  \Closure(): int  $work */
    protected function guarded(\Closure $work): int
    {
        if (! in_array($this->option('format'), ['table', 'json', 'csv'], true)) {
            $this->complain('The format must be table, json or csv.');

            return self::INVALID;
        }
        try {
            return $work();
        } catch (LogionException|HttpExceptionInterface|\InvalidArgumentException|\JsonException $error) {
            $this->complain($error->getMessage());

            return self::FAILURE;
        }
    }

    /** What goes wrong is told beside the output, so that a script reads figures only. */
    protected function complain(string $message): void
    {
        $output = $this->output->getOutput();
        ($output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output)->writeln($message, OutputInterface::OUTPUT_RAW);
    }
}
