<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/**
 * Where the material of an order must come from: one block, whatever comes from one population or grower, or anywhere; of plants of
 * one sex, or of any.
 */
final class OnlyFrom
{
    private function __construct(public readonly ?string $block, public readonly ?string $population, public readonly ?Sex $sex = null)
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

    /** The same, of plants of this sex. */
    public function of(?Sex $sex): self
    {
        return new self($this->block, $this->population, $sex);
    }

    public function isAnywhere(): bool
    {
        return $this->block === null && $this->population === null && $this->sex === null;
    }

    /**
     * @param list<string> $comesFrom the populations and growers of a block
     * @param Sexes        $sexes     of its plants
     */
    public function meets(string $code, array $comesFrom, Sexes $sexes): bool
    {
        return ($this->sex === null || $sexes->has($this->sex)) && ($this->block === null || $this->block === $code)
            && ($this->population === null || in_array(self::plain($this->population), array_map(self::plain(...), $comesFrom), true));
    }

    /** Whether the same may come to both. */
    public function isLike(self $other): bool
    {
        return $this->words() === $other->words() && $this->sex === $other->sex;
    }

    /** The block, population or grower as people say it; null where any will do. */
    public function words(): ?string
    {
        return $this->block ?? $this->population;
    }

    private static function plain(string $name): string
    {
        return mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', $name)));
    }
}
