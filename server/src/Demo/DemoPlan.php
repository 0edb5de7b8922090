<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

/** One batch to be played out: crop, day, trays, and what is told of it, if anything. */
final class DemoPlan
{
    /** @param ?array<string, mixed> $story a row of stories.yaml */
    public function __construct(
        public readonly DemoCrop $crop,
        public readonly \DateTimeImmutable $stickOn,
        public readonly int $trays,
        private readonly ?array $story,
    ) {
    }

    /** What is told of it under this name; null where nothing is. */
    public function told(string $name): mixed
    {
        return $this->story[$name] ?? null;
    }

    public function is(string $kind): bool
    {
        return $this->told('kind') === $kind;
    }

    public function with(\DateTimeImmutable $stickOn, int $trays): self
    {
        return new self($this->crop, $stickOn, $trays, $this->story);
    }
}
