<?php

declare(strict_types=1);

namespace WetCradle\Core;

/**
 * Something asked of the core that cannot be so: bad input, or an act the trade's rules forbid.
 *
 * `code` is a stable snake_case word for programs, `field` the path of the offending field
 * ("batches[2].rooted"). `says` is what is the case or a sentence for people; where there is one, it names the nearest
 * thing that would work.
 */
final class Refused extends \DomainException
{
    public function __construct(
        public readonly string $reason,
        public readonly string $field,
        public readonly string|Fact $says,
    ) {
        parent::__construct($says instanceof Fact ? $says->key : $says);
    }

    public static function because(string $reason, string $field, string|Fact $says): self
    {
        return new self($reason, $field, $says);
    }

    /** The same refusal, seen from a form whose field has another name. */
    public function at(string $field): self
    {
        return new self($this->reason, $field, $this->says);
    }
}
