<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** What is taken from the stock plant; the value is its word. */
enum Material: string
{
    case Softwood = 'softwood';
    case Greenwood = 'greenwood';
    case SemiRipe = 'semi-ripe';
    case Hardwood = 'hardwood';
    case Leaf = 'leaf';
    case Root = 'root';
    case Division = 'division';
    case Offset = 'offset';
    case Runner = 'runner';
    case Sucker = 'sucker';
    case Layer = 'layer';
    case Seedlings = 'seedlings';
}
