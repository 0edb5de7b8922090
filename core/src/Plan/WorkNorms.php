<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** How much one pair of hands does in an hour. The nursery's own figures; the defaults are a middling pair. */
final class WorkNorms
{
    public const COLLECTED = 400;
    public const WEANED = 30;

    /**
     * @param array<string, int> $stuckBy  where a method goes slower or faster
     * @param array<string, int> $pottedBy where a pot does
     */
    private function __construct(
        public readonly int $stuckAnHour,
        public readonly int $pottedAnHour,
        public readonly int $collectedAnHour,
        public readonly int $weanedAnHour,
        public readonly array $stuckBy,
        public readonly array $pottedBy,
    ) {
    }

    /**
     * @param array<string, int> $stuckBy  by method
     * @param array<string, int> $pottedBy by pot
     * @param int                $weaned   trays moved and set up in an hour
     *
     * @throws Refused for the field that is wrong
     */
    public static function of(
        int $stuckAnHour,
        int $pottedAnHour,
        int $collected = self::COLLECTED,
        int $weaned = self::WEANED,
        array $stuckBy = [],
        array $pottedBy = [],
    ): self {
        foreach ([
            'stuckAnHour' => $stuckAnHour, 'pottedAnHour' => $pottedAnHour, 'collectedAnHour' => $collected, 'weanedAnHour' => $weaned,
        ] as $field => $many) {
            if ($many < 1) {
                throw Refused::because('out_of_range', $field, Fact::of("refused.work_norms.{$field}"));
            }
        }
        foreach (['stuckBy' => $stuckBy, 'pottedBy' => $pottedBy] as $field => $norms) {
            foreach ($norms as $what => $many) {
                if ($many < 1) {
                    throw Refused::because('out_of_range', $field.'.'.$what, Fact::of('refused.work_norms_of.out_of_range', what: $what));
                }
            }
        }

        return new self($stuckAnHour, $pottedAnHour, $collected, $weaned, $stuckBy, $pottedBy);
    }

    /** @param Fields $in {stuckAnHour, pottedAnHour, collectedAnHour, weanedAnHour, stuckBy: {method: n}, pottedBy: {pot: n}} */
    public static function read(Fields $in): self
    {
        $each = static function (Fields $norms): array {
            $norm = [];
            foreach ($norms->names() as $what) {
                $norm[$what] = $norms->count($what, 1, 5000);
            }

            return $norm;
        };

        return self::of(
            $in->count('stuckAnHour', 1, 5000),
            $in->count('pottedAnHour', 1, 5000),
            $in->count('collectedAnHour', 1, 5000),
            $in->count('weanedAnHour', 1, 5000),
            $each($in->object('stuckBy')),
            $each($in->object('pottedBy')),
        );
    }

    /** @param bool $isOnMother whether it roots on its mother plant: nothing of it is collected */
    public function hoursToCollect(int $cuttings, bool $isOnMother = false): float
    {
        return $isOnMother ? 0.0 : (float) ($cuttings / $this->collectedAnHour);
    }

    public function hoursToStick(int $cuttings, ?Method $method = null): float
    {
        return (float) ($cuttings / ($this->stuckBy[$method?->value] ?? $this->stuckAnHour));
    }

    public function hoursToWean(int $trays): float
    {
        return (float) ($trays / $this->weanedAnHour);
    }

    /** @param ?int $setOut trays that are counted and set apart, where all in them stand in their pots already; null where they are potted */
    public function hoursToPot(int $plants, string $pot = '', ?int $setOut = null): float
    {
        return $setOut === null ? (float) ($plants / ($this->pottedBy[$pot] ?? $this->pottedAnHour)) : $this->hoursToWean($setOut);
    }

    /** @return array{stuckAnHour: int, pottedAnHour: int, collectedAnHour: int, weanedAnHour: int, stuckBy: object, pottedBy: object} */
    public function toArray(): array
    {
        return [
            'stuckAnHour' => $this->stuckAnHour, 'pottedAnHour' => $this->pottedAnHour, 'collectedAnHour' => $this->collectedAnHour,
            'weanedAnHour' => $this->weanedAnHour, 'stuckBy' => (object) $this->stuckBy, 'pottedBy' => (object) $this->pottedBy,
        ];
    }
}
