<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\LearntShare;
use WetCradle\Core\Refused;

/** When rooted plants are potted, into what, and how they grow on. */
final class Potting
{
    /** Of what is counted with roots and leaves unpotted: next to none is lost between the count and the lorry. */
    private const UNPOTTED_GOOD = 0.999;
    private const UNPOTTED_WORTH = 1000.0;

    private function __construct(
        public readonly PotTrigger $trigger,
        public readonly float $readyShare,
        public readonly string $pot,
        public readonly string $mix,
        public readonly Feed $feed,
        public readonly Beta $survival,
        public readonly float $survivalStrength,
        public readonly int $growOnDays,
        public readonly ?float $degreeDays,
        public readonly ?float $growBase,
        public readonly bool $hardy,
        public readonly Winter $winter,
        public readonly bool $direct = false,
        public readonly LeavesAs $leaves = LeavesAs::Pot,
    ) {
    }

    /**
     * @param Fields $in {trigger, readyShare, pot, mix, feed, survival, survivalStrength, growOnDays, degreeDays?, growBase?, hardy, winter, direct?}
     *
     * @throws Refused for `degreeDays`, `growBase` or `winter`
     */
    public static function read(Fields $in): self
    {
        $strength = $in->positive('survivalStrength', 10_000);
        $degreeDays = $in->has('degreeDays') ? $in->positive('degreeDays', 20_000) : null;
        $potting = new self(
            $in->choice('trigger', PotTrigger::class),
            $in->share('readyShare'),
            $in->text('pot', 60),
            $in->text('mix', 200),
            $in->choice('feed', Feed::class),
            Beta::ofMean($in->share('survival'), $strength),
            $strength,
            $in->count('growOnDays', 0, 1500),
            $degreeDays,
            $in->has('growBase') ? $in->number('growBase', -10, 30) : null,
            $in->flag('hardy'),
            $in->choice('winter', Winter::class),
            $in->has('direct') && $in->flag('direct'),
        );
        if ($potting->direct && $potting->winter === Winter::AsCells) {
            throw $in->refuse('not_possible', 'winter', Fact::of('refused.potting.no_cells'));
        }
        if (($potting->degreeDays === null) !== ($potting->growBase === null)) {
            throw $in->refuse('missing', $degreeDays === null ? 'degreeDays' : 'growBase', Fact::of('refused.potting.missing'));
        }
        $in->done();

        return $potting;
    }

    /** The same for what leaves in or as this: what is not potted is ready once it is rooted and weaned, and needs neither pot nor mix. */
    public function leaving(Leaving $leaving): self
    {
        return $leaving->as->isPotted() ? $this : new self(
            $this->trigger,
            $this->readyShare,
            $leaving->name,
            '',
            // Nobody feeds it here any more.
            Feed::InTheMix,
            Beta::ofMean(self::UNPOTTED_GOOD, self::UNPOTTED_WORTH),
            self::UNPOTTED_WORTH,
            0,
            null,
            null,
            $this->hardy,
            // Nothing waits for its potting through the winter.
            $this->winter === Winter::AsCells ? Winter::FrostFree : $this->winter,
            $leaving->as->staysInItsTray(),
            $leaving->as,
        );
    }

    /** What share of what has rooted comes through: as was learnt of those that were potted here, else as the sheet says. */
    public function comesThrough(?LearntShare $learnt): Beta
    {
        return $this->leaves->isPotted() ? $learnt->share ?? $this->survival : $this->survival;
    }

    /** Whether a pot of its own is filled for each plant. */
    public function fillsPots(string $pot): bool
    {
        return $this->leaves->isPotted() && !$this->isStuckInto($pot);
    }

    /**
     * Whether it is stuck straight into such a pot, and is only counted and set apart in it once it has roots. An order for
     * another pot has it potted as anything else.
     *
     * @param string $pot that is asked for; empty where nobody asks for any
     */
    public function isStuckInto(string $pot): bool
    {
        return $this->direct && ($pot === '' || $pot === $this->pot);
    }

    /**
     * The size of pot it goes into where no order asks for another: the one it names, else the first there is.
     *
     * @template T
     *
     * @param list<T>             $sizes of pots there are
     * @param \Closure(T): string $name
     *
     * @return ?T null where there are none
     */
    public function potOf(array $sizes, \Closure $name): mixed
    {
        foreach ($sizes as $size) {
            if ($name($size) === $this->pot) {
                return $size;
            }
        }

        return $sizes[0] ?? null;
    }

    /** Whether its pots need no other feed for some months: slow-release feed is in the mix, by the school or by the mix's own words. */
    public function hasSlowRelease(): bool
    {
        return $this->feed === Feed::InTheMix || stripos($this->mix, 'slow-release') !== false;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'trigger' => $this->trigger->value, 'readyShare' => $this->readyShare, 'pot' => $this->pot, 'mix' => $this->mix, 'feed' => $this->feed->value,
            'survival' => round($this->survival->mean(), 10), 'survivalStrength' => $this->survivalStrength,
            'growOnDays' => $this->growOnDays, 'degreeDays' => $this->degreeDays, 'growBase' => $this->growBase, 'hardy' => $this->hardy,
            'winter' => $this->winter->value,
        ] + ($this->direct ? ['direct' => true] : []);
    }
}
