<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\Origin;
use WetCradle\Core\Stock\StockYear;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;

/** Reads what is said of a stock block, wherever it is entered. */
final class BlockForm
{
    /** Weeks in which it grows back, where nobody says how many. */
    private const GROWS_BACK = 5;

    public function __construct(private readonly EntityManagerInterface $em, private readonly House $house, private readonly Today $today)
    {
    }

    /** @throws Refused where another block has that code */
    public function freeCode(Fields $in, ?StockBlock $of): string
    {
        $code = strtoupper($in->text('code', 12));
        if (preg_match('/^[A-Z0-9][A-Z0-9-]*$/', $code) !== 1) {
            throw $in->refuse('wrong_type', 'code', 'is made of letters, digits and dashes');
        }
        $other = $this->em->getRepository(StockBlock::class)->findOneBy(['code' => $code]);
        if ($other !== null && $other->id !== $of?->id) {
            throw Refused::because('taken', 'code', sprintf('There is a block %s already.', $code));
        }

        return $code;
    }

    public function read(Fields $in, StockBlock $block): void
    {
        $year = (int) $this->today->day()->format('Y');
        $house = $this->house->defaults();
        $block->place = $in->text('place', 120);
        $block->plants = $in->count('plants', 0, 100_000);
        $block->plantedYear = $in->count('plantedYear', 1950, $year);
        $block->plantedOn = $in->has('plantedOn') && $in->textOr('plantedOn') !== null ? $in->day('plantedOn') : null;
        if ($block->plantedOn !== null && ((int) $block->plantedOn->format('Y') !== $block->plantedYear || $block->plantedOn > $this->today->day())) {
            throw $block->plantedOn > $this->today->day()
                ? $in->refuse('not_yet', 'plantedOn', 'has not come yet')
                : $in->refuse('not_that_year', 'plantedOn', sprintf('is not in %d, the year that it says', $block->plantedYear));
        }
        $block->note = $in->textOr('note', null, 1000);
        $block->shoots = $in->count('shoots', 1, 10_000);
        $block->maxShoots = $in->has('maxShoots') ? $in->count('maxShoots', 1, 10_000) : (int) ceil($house->number(HouseDefault::FullGrown) * $block->shoots);
        $block->capShare = $in->has('capShare') ? $in->number('capShare', 0, 1) : $house->number(HouseDefault::TakeShare);
        $block->branching = $in->has('branching') ? $in->number('branching', 0, 20) : $house->number(HouseDefault::Branching);
        $block->recoveryWeeks = $in->countOr('recoveryWeeks', self::GROWS_BACK, 0, BlockOffer::WEIGHS_WEEKS);
        $block->yearCap = $in->has('yearCap') ? $in->count('yearCap', 1, 10_000) : null;
        $block->habit();
        $block->shootCm = $in->has('shootCm') ? $in->positive('shootCm', 1000) : null;
        $block->tipCm = $in->has('tipCm') ? $in->number('tipCm', 0, 500) : null;
        $block->internodeCm = $in->has('internodeCm') ? $in->positive('internodeCm', 100) : null;
        if (($block->shootCm === null) !== ($block->internodeCm === null)) {
            throw $in->refuse('missing', $block->shootCm === null ? 'shootCm' : 'internodeCm', 'goes with the other: cuttings a shoot come from both');
        }
        $block->notBefore = $in->countOr('notBefore', 1, 0, 50);
        $block->replaceAfter = $in->has('replaceAfter') ? $in->count('replaceAfter', 1, 100) : null;
        if ($block->replaceAfter !== null && $block->replaceAfter <= $block->notBefore) {
            throw $in->refuse('upside_down', 'replaceAfter', sprintf('must come after the %d years before which nothing is taken', $block->notBefore));
        }
        $block->minParents = $in->countOr('minParents', 1, 1, 10_000);
        $block->origin = $in->has('origin') ? $in->choice('origin', Origin::class) : Origin::Own;
        $block->source = $in->textOr('source', null, 200);
        $block->population = $in->textOr('population', null, 200);
        $block->accession = $in->textOr('accession', null, 60);
        $block->trueToNameOn = $in->has('trueToNameOn') && $in->textOr('trueToNameOn') !== null ? $this->today->orPast($in, 'trueToNameOn') : null;
        $block->trueToNameBy = $in->textOr('trueToNameBy', null, 120);
        if ($block->trueToNameOn === null && $block->trueToNameBy !== null) {
            throw $in->refuse('missing', 'trueToNameOn', 'goes with who looked');
        }
        $block->permit = $in->textOr('permit', null, 100);
        $block->permitUntil = $in->has('permitUntil') && $in->textOr('permitUntil') !== null ? $in->day('permitUntil') : null;
        $block->passport = $in->textOr('passport', null, 60);
        $block->multiplication = $in->has('multiplication') ? $in->positive('multiplication', 1000) : null;
        $block->survival = $in->has('survival') ? $in->number('survival', 0, 1) : null;
        $block->target = $in->has('target') ? $in->count('target', 1) : null;
        $block->restFrom = $in->has('restFrom') ? $in->count('restFrom', 1, 52) : null;
        $block->restartIn = $in->has('restartIn') ? $in->count('restartIn', 1, 52) : null;
        if (($block->restFrom === null) !== ($block->restartIn === null)) {
            throw $in->refuse('missing', $block->restFrom === null ? 'restFrom' : 'restartIn', 'goes with the other: a rest begins, and it ends');
        }
        $block->firstTakeAfter = $in->has('firstTakeAfter') ? $in->count('firstTakeAfter', 0, 26) : null;
        if ($block->restFrom !== null && $block->restartIn !== null) {
            StockYear::of($block->restFrom, $block->restartIn, $block->firstTakeAfter ?? $house->whole(HouseDefault::FirstTakeAfter));
        }
        $block->feeds = $in->has('feeds') && $in->flag('feeds');
        $block->flowersOff = $in->has('flowersOff') && $in->flag('flowersOff');
        $block->piecesEach = $in->has('piecesEach') ? $in->count('piecesEach', 2, 200) : null;
        $block->piecesBack = $in->countOr('piecesBack', 1, 0, 200);
        $block->clumps();
        $path = ['multiplication' => $block->multiplication, 'survival' => $block->survival, 'target' => $block->target];
        if (array_filter($path, static fn (mixed $v) => $v !== null) !== [] && in_array(null, $path, true)) {
            throw $in->refuse('missing', (string) array_search(null, $path, true), 'is needed with the other two to see the path to the target');
        }
    }
}
