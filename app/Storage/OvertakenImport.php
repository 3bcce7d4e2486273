<?php

declare(strict_types=1);

namespace App\Storage;

use RuntimeException;

/** What a file was compared with is stored so no more: it is to be compared anew. */
final class OvertakenImport extends RuntimeException
{
}
