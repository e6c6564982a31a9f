<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

enum XmlTokenKind
{
    case StartTag;
    case EmptyTag;
    case EndTag;
    case Text;
    case CData;
    case Comment;
    case ProcessingInstruction;
    case DocType;
    /** Whole elements that nobody asked for, with the text between them. */
    case Elements;
}
