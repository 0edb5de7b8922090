<?php

declare(strict_types=1);

namespace WetCradle\Core\Compute;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Calculations by their names. */
final class Registry
{
    /** @param array<string, class-string<Calculation>> $byName */
    private function __construct(private readonly array $byName)
    {
    }

    /** @param list<class-string<Calculation>> $calculations */
    public static function of(array $calculations): self
    {
        $byName = [];
        foreach ($calculations as $class) {
            $byName[$class::name()] = $class;
        }
        ksort($byName);

        return new self($byName);
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_keys($this->byName);
    }

    /** Whether it looks for better for as long as it is let. */
    public function isSearch(string $name): bool
    {
        return is_a($this->byName[$name] ?? '', Stoppable::class, true);
    }

    /**
     * @param ?Going $going along with a search
     *
     * @return array<string, mixed>
     *
     * @throws Refused with code unknown_calculation, or whatever the calculation finds wrong
     */
    public function compute(string $name, string $json, ?Going $going = null): array
    {
        $class = $this->byName[$name] ?? throw Refused::because(
            'unknown_calculation',
            'name',
            Fact::of('refused.registry.unknown_calculation', name: $name, choices: implode(', ', $this->names())),
        );

        $in = Fields::fromJson($json);

        return is_a($class, Stoppable::class, true) ? $class::computeUntil($in, $going) : $class::compute($in);
    }
}
