<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

/** Somebody else changed it since this person looked; carries what it says now. */
final class Conflict extends \RuntimeException
{
    /** @param ?array<string, mixed> $theirs null where there is nothing to lay beside what was entered */
    public function __construct(
        public readonly ?array $theirs,
        string $words = 'Somebody changed this while you were at it. Here is what it says now beside what you entered.',
    ) {
        parent::__construct($words);
    }
}
