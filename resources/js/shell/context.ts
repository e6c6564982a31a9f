import type { FoundDocument, Person, Row } from '../api/client';

/** Where a new document comes from, and what happens with it. */
export interface Making {
    folder?: string;
    /** A document that it begins as a copy of. */
    from?: { id: string; name: string; ending: string; format: string };
    /** Given the new document in place of opening it. */
    given?: (made: FoundDocument) => Promise<void>;
}

/** A file from the person's computer, with its path below what was dropped. */
export interface Incoming {
    path: string;
    file: File;
}

/** What the frame around a view does for it. */
export interface FrameContext {
    open: () => void;
    /** Begins a new document, in a folder, from another document, or for whoever wants to refer to it. */
    make: (making?: Making) => void;
    setAside: (row: Row) => void;
    /** Asks into which state of the chain a document is to go. */
    moveOn: (row: Row) => void;
    /** Asks for how long, and why, a document is to be locked. */
    lock: (row: Row) => void;
    /** Takes files and folders from the person's computer into a folder of the workspace. */
    take: (files: Incoming[], folder: string) => void;
    /** Says something that went wrong, where no view has a place for it. */
    tell: (message: string) => void;
    /** Says quietly, and for a while, what was done. */
    say: (message: string) => void;
    /** Asks under which name what is open is to be kept. */
    keepSession: () => void;
    /** Asks what is done with files from elsewhere. */
    chooseIncoming: () => void;
    person: Person;
    /** The person has chosen what to go on with after a crash. */
    recovered: () => void;
}
