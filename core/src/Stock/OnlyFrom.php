<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** Where the material of an order must come from: one block, whatever comes from one population or grower, or anywhere. */
final class OnlyFrom
{
    private function __construct(public readonly ?string $block, public readonly ?string $population)
    {
    }

    public static function anywhere(): self
    {
        return new self(null, null);
    }

    public static function block(string $code): self
    {
        return new self($code, null);
    }

    public static function population(string $name): self
    {
        return new self(null, $name);
    }

    public function isAnywhere(): bool
    {
        return $this->block === null && $this->population === null;
    }

    /** @param list<string> $comesFrom the populations and growers of a block */
    public function meets(string $code, array $comesFrom): bool
    {
        return ($this->block === null || $this->block === $code)
            && ($this->population === null || in_array(self::plain($this->population), array_map(self::plain(...), $comesFrom), true));
    }

    /** As people say it; null where it may come from anywhere. */
    public function words(): ?string
    {
        return $this->block ?? $this->population;
    }

    private static function plain(string $name): string
    {
        return mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', $name)));
    }
}
