<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;

/** Which school the house follows in each question. */
final class HouseRules
{
    /** @param array<string, string> $chosen school → option */
    private function __construct(private readonly array $chosen)
    {
    }

    public static function usual(): self
    {
        $chosen = [];
        foreach (School::cases() as $school) {
            $chosen[$school->value] = $school->options()[0];
        }

        return new self($chosen);
    }

    /** @param Fields $in {school: option, …}; what is left out stays as it was */
    public function with(Fields $in): self
    {
        $chosen = $this->chosen;
        foreach (School::cases() as $school) {
            if ($in->has($school->value)) {
                $chosen[$school->value] = $in->oneOf($school->value, $school->options());
            }
        }
        $in->done();

        return new self($chosen);
    }

    public function of(School $school): string
    {
        return $this->chosen[$school->value];
    }

    /**
     * A built-in sheet as this house would write it.
     *
     * @param array<string, mixed> $sheet
     *
     * @return array<string, mixed>
     */
    public function shape(array $sheet): array
    {
        foreach (School::cases() as $school) {
            $sheet = $school->applyTo($sheet, $this->of($school));
        }

        return $sheet;
    }

    /**
     * Where a way differs from the house, with what that changes.
     *
     * @return list<array{school: string, question: Fact, house: Fact, here: Fact, words: Fact}>
     */
    public function differences(WaySheet $way, HouseDefaults $house): array
    {
        $rules = [];
        foreach (School::cases() as $school) {
            $here = $school->followedBy($way);
            if ($here !== null && $here !== $this->of($school)) {
                $rules[] = [
                    'school' => $school->value,
                    'question' => $school->question(),
                    'house' => $school->words($this->of($school)),
                    'here' => $school->words($here),
                    'words' => SchoolEffect::words($school, $here, $way, $house),
                ];
            }
        }

        return $rules;
    }

    /** @return array<string, string> */
    public function toArray(): array
    {
        return $this->chosen;
    }
}
