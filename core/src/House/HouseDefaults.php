<?php

declare(strict_types=1);

namespace WetCradle\Core\House;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** The habits of one nursery: the trade's usual numbers, and its own where it has said so. */
final class HouseDefaults
{
    /** @var array<string, float> every default by its name */
    private readonly array $numbers;

    /** @param array<string, float> $own by the name of the default */
    private function __construct(private readonly array $own)
    {
        $numbers = [];
        foreach (HouseDefault::cases() as $default) {
            $numbers[$default->value] = $own[$default->value] ?? $default->usual();
        }
        $this->numbers = $numbers;
    }

    public static function usual(): self
    {
        return new self([]);
    }

    /**
     * @param array<array-key, mixed> $own as `toArray` gives it
     *
     * @throws Refused where one is unknown, no number, or beyond its limits
     */
    public static function of(array $own): self
    {
        return self::read(Fields::of($own));
    }

    /**
     * @param Fields $in numbers by the names of the defaults; those that are left out stay as usual
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in): self
    {
        $own = [];
        foreach (HouseDefault::cases() as $habit) {
            if ($in->has($habit->value)) {
                $value = self::asked($in, $habit);
                if ($value !== $habit->usual()) {
                    $own[$habit->value] = $value;
                }
            }
        }
        $in->done();

        return new self($own);
    }

    /** @throws Refused said by the default's label, in its unit */
    private static function asked(Fields $in, HouseDefault $default): float
    {
        $path = $in->pathOf($default->value);
        $unit = $default->unit();
        try {
            $value = $in->number($default->value);
        } catch (Refused $refused) {
            throw Refused::because($refused->reason, $path, Fact::of('refused.house.not_a_number', habit: $default->label()));
        }
        if ($unit->isWhole() && floor($value) !== $value) {
            throw Refused::because('not_whole', $path, Fact::of('refused.house.not_whole', habit: $default->label()));
        }
        if ($value < $default->least() || $value > $default->most()) {
            throw Refused::because(
                'out_of_range',
                $path,
                Fact::of('refused.house.out_of_range', habit: $default->label(), least: $unit->said($default->least()), most: $unit->said($default->most())),
            );
        }

        return $value;
    }

    /** The same house with one other habit. */
    public function with(HouseDefault $default, float $value): self
    {
        return self::of([$default->value => $value] + $this->own);
    }

    public function number(HouseDefault $default): float
    {
        return $this->numbers[$default->value] ?? $default->usual();
    }

    public function whole(HouseDefault $default): int
    {
        return (int) $this->number($default);
    }

    /** @return array<string, float> what differs from the usual */
    public function toArray(): array
    {
        return $this->own;
    }
}
