<?php

declare(strict_types=1);

namespace ZipStream;

use ZipArchive;

/** What the spreadsheet writers ask of the missing package: collect files, then write one archive to a stream. */
final class ZipStream
{
    private readonly ZipArchive $archive;

    private readonly string $path;

    /** @param  resource  $outputStream */
    public function __construct(private $outputStream, bool $enableZip64 = false, bool $sendHttpHeaders = false,
        bool $defaultEnableZeroHeader = false)
    {
        $this->path = tempnam(sys_get_temp_dir(), 'zip') ?: throw new \RuntimeException('There is no room for a temporary file.');
        $this->archive = new ZipArchive;
        $this->archive->open($this->path, ZipArchive::OVERWRITE);
    }

    public function addFile(string $fileName, string $data): void
    {
        $this->archive->addFromString($fileName, $data);
    }

    public function finish(): void
    {
        $this->archive->close();
        $archive = fopen($this->path, 'r') ?: throw new \RuntimeException('The temporary file vanished.');
        stream_copy_to_stream($archive, $this->outputStream);
        fclose($archive);
        unlink($this->path);
    }
}
