<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

/** What a search can be narrowed by, beside words. */
enum FilterKind: string
{
    case Kind = 'kind';
    case Folder = 'folder';
    case State = 'state';
    case RefersTo = 'refers to';
    case ReferredToBy = 'referred to by';
    case Since = 'since';
    case Before = 'before';
    case Person = 'person';
    case Field = 'field';
}
