<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

/** In what a batch stands in a stage. */
enum Stands: string
{
    case Plant = 'plant';
    case Boxes = 'boxes';
    case Trays = 'trays';
    case Pots = 'pots';
    case Rows = 'rows';
}
