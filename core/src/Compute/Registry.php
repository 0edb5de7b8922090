<?php

declare(strict_types=1);

namespace WetCradle\Core\Compute;

use WetCradle\Core\Refused;

/** Every calculation of the core by name, found by reading the core's own folders. */
final class Registry
{
    /** @param array<string, class-string<Calculation>> $byName */
    private function __construct(private readonly array $byName)
    {
    }

    public static function ofCore(): self
    {
        $root = dirname(__DIR__);
        $byName = [];
        foreach (glob($root.'/*/*.php') ?: [] as $file) {
            $class = 'WetCradle\\Core\\'.strtr(substr($file, strlen($root) + 1, -4), '/', '\\');
            if (is_subclass_of($class, Calculation::class)) {
                $byName[$class::name()] = $class;
            }
        }
        ksort($byName);

        return new self($byName);
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_keys($this->byName);
    }

    /**
     * @return array<string, mixed>
     *
     * @throws Refused with code unknown_calculation, or whatever the calculation finds wrong
     */
    public function compute(string $name, string $json): array
    {
        $class = $this->byName[$name] ?? throw Refused::because('unknown_calculation', 'name', sprintf('There is no calculation "%s". There are: %s.', $name, implode(', ', $this->names())));

        return $class::compute(Fields::fromJson($json));
    }
}
