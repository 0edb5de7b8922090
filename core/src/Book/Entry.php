<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

/** A move as it stands in the book, with its number. */
final class Entry
{
    public function __construct(public readonly int $number, public readonly Posting $posting)
    {
    }
}
