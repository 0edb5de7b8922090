<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** A block, zone or tray kind as a kept plan holds it: told from others by its number, called as it was called when the plan was kept. */
final class Named
{
    /** Number of what was kept by a name that nothing has today. */
    public const UNKNOWN = 0;

    private function __construct(public readonly int $id, public readonly string $name)
    {
    }

    public static function as(int $id, string $name): self
    {
        return new self($id, $name);
    }

    /** @param array{id: int, name: string} $is */
    public static function of(array $is): self
    {
        return new self($is['id'], $is['name']);
    }

    /** Whether both are one thing, whatever it is called; what has no number is told by its name. */
    public function is(self $other): bool
    {
        return $this->id === $other->id && ($this->id !== self::UNKNOWN || $this->name === $other->name);
    }

    /** @return array{id: int, name: string} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'name' => $this->name];
    }
}
