<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A lifted sample: how many at each root stage. */
final class StageTally
{
    /** @param array<string, int> $counts every stage, zeros too */
    private function __construct(public readonly array $counts)
    {
    }

    /**
     * @param array<string, int> $counts by stage value
     *
     * @throws Refused for the field that is wrong
     */
    public static function of(array $counts): self
    {
        $all = array_fill_keys(array_column(RootStage::cases(), 'value'), 0);
        foreach ($counts as $stage => $count) {
            if (!isset($all[$stage])) {
                throw Refused::because('unknown_choice', 'stages.'.$stage, Fact::of('refused.stage_tally.unknown_choice', stage: $stage));
            }
            if ($count < 0) {
                throw Refused::because('negative', 'stages.'.$stage, Fact::of('refused.stage_tally.negative'));
            }
            $all[$stage] = $count;
        }

        return new self($all);
    }

    /** Reads {callus: 2, at_wall: 5, …}. */
    public static function read(Fields $in): self
    {
        $counts = [];
        foreach (RootStage::cases() as $stage) {
            $counts[$stage->value] = $in->countOr($stage->value, 0);
        }
        $in->done();

        return self::of($counts);
    }

    public function lifted(): int
    {
        return array_sum($this->counts);
    }

    public function rooted(): int
    {
        $rooted = 0;
        foreach (RootStage::cases() as $stage) {
            $rooted += $stage->isRooted() ? $this->counts[$stage->value] : 0;
        }

        return $rooted;
    }

    /** Where most of the living ones are; the further stage when two are level. Null when none lives. */
    public function typical(): ?RootStage
    {
        $typical = null;
        foreach (RootStage::cases() as $stage) {
            $count = $this->counts[$stage->value];
            if ($stage !== RootStage::Dead && $count > 0 && ($typical === null || $count >= $this->counts[$typical->value])) {
                $typical = $stage;
            }
        }

        return $typical;
    }
}
