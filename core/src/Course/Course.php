<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

/** What a batch goes through, stage by stage, from the plant until it is ready. */
final class Course
{
    /** @param non-empty-list<Stage> $stages in order */
    private function __construct(public readonly array $stages)
    {
    }

    /** @param list<Stage> $stages in order: at most once before sticking, one in which it roots, and being ready at the end */
    public static function of(array $stages): self
    {
        $order = array_map(static fn (Stage $stage) => array_search($stage->kind, StageKind::cases(), true), $stages);
        $sorted = $order;
        sort($sorted);
        $rooting = count(array_filter($stages, static fn (Stage $stage) => $stage->kind->isRooting()));
        if ($stages === [] || $order !== $sorted || $rooting !== 1 || $stages[count($stages) - 1]->kind !== StageKind::Ready) {
            throw new \LogicException('A course goes from the plant to being ready, and roots once.');
        }

        return new self($stages);
    }

    /**
     * On which days a batch is in which stage, by its days and its weaning.
     *
     * @param ?\DateTimeImmutable $collectOn the day on which it is collected; its day of sticking where it is not said
     * @param bool                $isWaiting whether all of it still stands in its trays, on whatever day it was to be potted
     *
     * @return list<StageDays> those that take no day at all are left out, but for the first and the last
     */
    public function laidOver(
        PlainDates $dates,
        Weaning $weaning,
        \DateTimeImmutable $today,
        ?\DateTimeImmutable $collectOn = null,
        bool $isWaiting = false,
    ): array {
        $laid = [];
        // What has not been potted on its day is, at the soonest, tomorrow.
        $potOn = $isWaiting ? max($dates->potOn, $today->modify('+1 day')) : $dates->potOn;
        $readyOn = max($potOn, $dates->readyOn);
        foreach ($this->stages as $i => $stage) {
            [$from, $to] = match (true) {
                $stage->kind->isBeforeSticking() => [
                    $stage->kind === StageKind::Sealing
                        ? $dates->stickOn->modify(sprintf('-%d days', (int) ($stage->days->high ?? 0)))
                        : min($collectOn ?? $dates->stickOn, $dates->stickOn),
                    $dates->stickOn,
                ],
                // What could be potted on a day without hands stands as it is until then.
                $stage->kind->isRooting() => [$dates->stickOn, $this->isLastBeforePotting($i) ? $potOn : min($weaning->begins(), $potOn)],
                $stage->kind->isWeaning() => [
                    min($weaning->steps[$stage->number - 1]->on, $potOn),
                    $this->isLastBeforePotting($i) ? $potOn : min($weaning->steps[$stage->number - 1]->until(), $potOn),
                ],
                $stage->kind === StageKind::Cells, $stage->kind === StageKind::Rest => [min($weaning->ends(), $potOn), $potOn],
                $stage->kind->isGrowingOn() => [$potOn, $readyOn],
                default => [$readyOn, $readyOn],
            };
            if ($from < $to || $i === 0 || $stage->kind === StageKind::Ready) {
                $laid[] = new StageDays($stage, $from, $to, match (true) {
                    $stage->kind === StageKind::Ready => $today >= $from ? StageTime::Now : StageTime::Ahead,
                    $today >= $to => StageTime::Past,
                    $today >= $from => StageTime::Now,
                    default => StageTime::Ahead,
                });
            }
        }

        return $laid;
    }

    private function isLastBeforePotting(int $i): bool
    {
        $next = ($this->stages[$i + 1] ?? null)?->kind;

        return $next === null || !($next->isWeaning() || $next === StageKind::Cells || $next === StageKind::Rest);
    }
}
