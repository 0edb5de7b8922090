<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;

/** Where the material of one batch comes from, on the day on which it is collected: one block, or two where one cannot give all. */
final class Gathered
{
    /** @param int $fromSecond cuttings of the second block */
    private function __construct(
        public readonly \DateTimeImmutable $on,
        public readonly Supply $first,
        public readonly ?Supply $second,
        public readonly int $fromSecond,
    ) {
    }

    /**
     * From the best block that gives enough; or else from the best that does so with another. Where there is neither, from the
     * best there is, which is not enough.
     *
     * @param list<Supply> $supplies of the crop, the best first
     */
    public static function of(array $supplies, \DateTimeImmutable $on): ?self
    {
        foreach (($supplies[0] ?? null)?->isEnough() === false ? $supplies : [] as $first) {
            $with = $first->with($supplies);
            $second = $with === null ? null : self::named($with['code'], $supplies);
            if ($with !== null && $second !== null) {
                return new self($on, $first, $second, $with['cuttings']);
            }
        }

        return $supplies === [] ? null : new self($on, $supplies[0], null, 0);
    }

    /** @param list<Supply> $supplies */
    private static function named(string $code, array $supplies): ?Supply
    {
        return array_values(array_filter($supplies, static fn (Supply $one) => $one->source->code === $code))[0] ?? null;
    }

    public function isEnough(): bool
    {
        return $this->second !== null || $this->first->isEnough();
    }

    /** It is taken: what the blocks give after it is less. */
    public function take(): void
    {
        $this->first->source->take($this->on, $this->first->offer->asked - $this->fromSecond);
        $this->second?->source->take($this->on, $this->fromSecond);
    }

    public function words(): Fact
    {
        return $this->second === null
            ? $this->first->words()
            : Fact::of('stock.gives_with', gives: $this->first->words(), cuttings: $this->fromSecond, block: $this->second->source->code);
    }
}
