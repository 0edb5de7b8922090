<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Priority;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Find;
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
        return $this->find->by(Pot::class, 'id', $in->count('pot', 1), 'pot', 'pot size');
    }

    /** An order of the crop and pot that are asked for, before the rest of it is read. */
    public function blank(Fields $in): Wanted
    {
        return new Wanted(
            $this->find->by(Crop::class, 'slug', $in->text('crop'), 'crop', 'crop'),
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
        $wanted->plants = $in->count('plants', 1, 500_000);
        $week = Week::read($in, 'readyWeek', $this->today->week());
        if ($week->until($this->today->week()) > 0 && $week->written() !== $wanted->readyWeek) {
            throw $in->refuse('gone_by', 'readyWeek', sprintf('%s has gone by; the running week is %s', $week->written(), $this->today->week()->written()));
        }
        $wanted->readyWeek = $week->written();
        $name = $in->textOr('customer', null, 200);
        $wanted->customer = $name === null ? null : $this->customer($name);
        $wanted->priority = $in->choice('priority', Priority::class);
        $wanted->note = $in->textOr('note', null, 1000);
    }

    /** One who is new is kept with the order; two orders of one who is new are of the same. */
    private function customer(string $name): Customer
    {
        return $this->new[$name] ??= $this->em->getRepository(Customer::class)->findOneBy(['name' => $name]) ?? new Customer($name);
    }
}
