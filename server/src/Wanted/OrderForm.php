<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Priority;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\OnlyFrom;
use WetCradle\Core\Stock\Sex;
use WetCradle\Core\Stock\Sexes;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Stock\StockBlock;

/** Reads what an order says, wherever it is entered. */
final class OrderForm
{
    /** @var array<string, Customer> by name */
    private array $new = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Find $find,
        private readonly Today $today,
    ) {
    }

    public function pot(Fields $in): Pot
    {
        return $this->find->by(Pot::class, 'id', $in->count('pot', 1), $in->pathOf('pot'), 'pot size');
    }

    /** An order of the crop and pot that are asked for, before the rest of it is read. */
    public function blank(Fields $in): Wanted
    {
        return new Wanted(
            $this->find->by(Crop::class, 'slug', $in->text('crop'), $in->pathOf('crop'), 'crop'),
            1,
            $this->pot($in),
            $this->today->week()->written(),
            null,
            Priority::Should,
            null,
            $this->writing->by(),
            $this->today->now(),
        );
    }

    /** The block whose place these plants take, where they are raised for one. */
    public function forBlock(Fields $in, Crop $crop): ?StockBlock
    {
        if (!$in->has('forBlock')) {
            return null;
        }
        $block = $this->find->by(StockBlock::class, 'code', strtoupper($in->text('forBlock', 12)), 'forBlock', 'stock block');

        return $block->crop === $crop
            ? $block
            : throw $in->refuse('wrong_crop', 'forBlock', sprintf('is of %s; its place is taken by the same', $block->crop->name));
    }

    public function read(Fields $in, Wanted $wanted): void
    {
        $this->readLine($in, $wanted);
        $this->readOrder($in, $wanted);
    }

    /** What is said of each line of an order. */
    public function readLine(Fields $in, Wanted $wanted): void
    {
        $wanted->plants = $in->count('plants', 1, 500_000);
        $in->here(static fn () => $wanted->pot->leaving()->mustMake($wanted->plants));
        $week = Week::read($in, 'readyWeek', $this->today->week());
        if ($week->until($this->today->week()) > 0 && $week->written() !== $wanted->readyWeek) {
            throw $in->refuse('gone_by', 'readyWeek', sprintf('%s has gone by; the running week is %s', $week->written(), $this->today->week()->written()));
        }
        $wanted->readyWeek = $week->written();
        $this->readOnlyFrom($in, $wanted);
        $wanted->sex = $in->has('sex') && $in->textOr('sex') !== null ? $in->choice('sex', Sex::class) : null;
        if ($wanted->sex !== null) {
            $this->mustBeThere($wanted, $wanted->sex, $in->pathOf('sex'));
        }
    }

    /**
     * A line for both sexes in shares becomes one for each.
     *
     * @param Fields $in with `females`, the share of them, where both are asked for
     *
     * @return non-empty-list<Wanted>
     */
    public function lines(Fields $in): array
    {
        $wanted = $this->blank($in);
        $this->readLine($in, $wanted);
        if (!$in->has('females')) {
            return [$wanted];
        }
        if ($wanted->sex !== null) {
            throw $in->refuse('not_possible', 'females', Fact::of('refused.sexes.one'));
        }
        $parted = $in->here(static fn () => Sexes::parted($wanted->plants, $in->number('females'), $wanted->pot->bundleOf ?? 1));
        $lines = [];
        foreach (Sex::cases() as $sex) {
            $this->mustBeThere($wanted, $sex, $in->pathOf('females'));
            $lines[] = $line = clone $wanted;
            [$line->sex, $line->plants] = [$sex, $parted[$sex->value]];
        }

        return $lines;
    }

    /** @throws Refused where the crop has no stock plant that is known to be of this sex, and may be taken from */
    private function mustBeThere(Wanted $wanted, Sex $sex, string $field): void
    {
        $from = $wanted->onlyFrom()->of($sex);
        foreach ($this->em->getRepository(StockBlock::class)->findBy(['crop' => $wanted->crop]) as $block) {
            if ($from->meets($block->code, $block->comesFrom(), $block->sexes())) {
                return;
            }
        }
        throw Refused::because('unknown', $field, Fact::of('refused.wanted.none_of_sex', sex: $sex->words(), crop: $wanted->crop->name));
    }

    /** What is said of an order as a whole. */
    public function readOrder(Fields $in, Wanted $wanted): void
    {
        $name = $in->textOr('customer', null, 200);
        $wanted->customer = $name === null ? null : $this->customer($name);
        $wanted->priority = $in->choice('priority', Priority::class);
        $wanted->note = $in->textOr('note', null, 1000);
        $wanted->reference = $in->textOr('reference', null, 60);
        if ($wanted->reference !== null && $wanted->customer === null) {
            throw $in->refuse('missing', 'customer', Fact::of('refused.wanted.whose_number'));
        }
    }

    /**
     * A block of the crop by its code, or the population or grower of one.
     *
     * @throws Refused where the crop has blocks and none is that, and it was not asked for already
     */
    private function readOnlyFrom(Fields $in, Wanted $wanted): void
    {
        $from = $in->textOr('onlyFrom', null, 200);
        $was = $wanted->onlyPopulation;
        [$wanted->onlyBlock, $wanted->onlyPopulation] = [null, null];
        if ($from === null) {
            return;
        }
        $there = [];
        foreach ($this->em->getRepository(StockBlock::class)->findBy(['crop' => $wanted->crop], ['code' => 'ASC']) as $block) {
            if ($block->code === strtoupper($from)) {
                $wanted->onlyBlock = $block;

                return;
            }
            array_push($there, $block->code, ...$block->comesFrom());
            if (OnlyFrom::population($from)->meets($block->code, $block->comesFrom(), $block->sexes())) {
                $wanted->onlyPopulation = $from;
            }
        }
        // An order is not held up by a source that was there when it came, and is no more: nothing is offered to it.
        $wanted->onlyPopulation ??= $from === $was ? $was : null;
        if ($wanted->onlyPopulation === null) {
            throw $there === []
                ? $in->refuse('unknown', 'onlyFrom', Fact::of('refused.wanted.no_stock'))
                : $in->refuse('unknown', 'onlyFrom', Fact::of('refused.wanted.no_such_source', there: array_values(array_unique($there))));
        }
    }

    /** @throws Refused where a batch that serves it comes from elsewhere than is asked for now */
    public function mustSuitItsBatches(Wanted $wanted, Wanted $asked): void
    {
        if ($asked->calledOff || $asked->onlyFrom()->isLike($wanted->onlyFrom())) {
            return;
        }
        $batches = $this->em->createQuery('SELECT b FROM '.Batch::class.' b LEFT JOIN b.shared s
            WHERE (b.wanted = :order OR s = :order) AND b.calledOff = false')->setParameter('order', $wanted);
        foreach (Row::things($batches, Batch::class) as $batch) {
            $asked->mustBeOf($batch->sex, $batch->code, 'sex');
            foreach ($batch->takenFrom() as ['block' => $block]) {
                $asked->mustComeFrom($block, 'onlyFrom');
            }
        }
    }

    /** One who is new is kept with the order; two orders of one who is new are of the same. */
    private function customer(string $name): Customer
    {
        return $this->new[$name] ??= $this->em->getRepository(Customer::class)->findOneBy(['name' => $name]) ?? new Customer($name);
    }
}
