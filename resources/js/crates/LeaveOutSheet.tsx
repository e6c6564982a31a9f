import { useState } from 'react';
import styled from 'styled-components';
import { isSingle } from '../theme/sizes';
import { Button, TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { Field } from '../ui/Field';
import { Sheet, SheetActions } from '../ui/Sheet';
import { readable, size } from '../ui/words';
import type { Wish } from './wish';

const List = styled.ul`list-style: none; margin: 0; padding: 0; li { display: flex; gap: 12px; padding: 5px 0; border-bottom: 1px solid var(--rule); } span { flex: 1; overflow-wrap: anywhere; }`;
const Row = styled.div`display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)) auto; gap: 10px; align-items: end; @media ${isSingle} { grid-template-columns: minmax(0, 1fr); }`;

const MEGABYTE = 1_000_000;

type Rule = NonNullable<Wish['leaveOut']>[number];

function words(rule: Rule): string {
    return [
        rule.glob && `whose name fits ${rule.glob}`,
        rule.kind && `of the kind ${rule.kind}`,
        rule.folder && `in ${rule.folder}`,
        rule.largerThan != null && `larger than ${size(rule.largerThan)}`,
    ]
        .filter(Boolean)
        .join(', ');
}

/** Rules by which files stay out so that the crate is small; each is listed in it with its hash. */
export function LeaveOutSheet({ wish, onChange, onClose }: { wish: Wish; onChange: (wish: Wish) => void; onClose: () => void }) {
    const [glob, setGlob] = useState('');
    const [folder, setFolder] = useState('');
    const [larger, setLarger] = useState('');
    const rules = wish.leaveOut ?? [];
    const bytes = Number(larger) > 0 ? Math.round(Number(larger) * MEGABYTE) : null;
    const isRule = glob.trim() !== '' || folder.trim() !== '' || bytes !== null;
    function add() {
        onChange({
            ...wish,
            leaveOut: [...rules, { glob: glob.trim() || null, folder: folder.trim() || null, largerThan: bytes, kind: null }],
        });
        setGlob('');
        setFolder('');
        setLarger('');
    }
    return (
        <Sheet
            title="Left out to be small"
            sub="what stays out is listed in the crate, and is no stray where it is taken in"
            isOpen
            onClose={onClose}
            wide
        >
            <Check isSelected={wish.leaveOutMadeAgain ?? false} onChange={(on) => onChange({ ...wish, leaveOutMadeAgain: on })}>
                everything that can be made again, as its document says
            </Check>
            <Check isSelected={wish.handles != null} onChange={(on) => onChange({ ...wish, handles: on ? 1 : null })}>
                what timelines do not use of a sound (WAV, PCM), without loss
            </Check>
            {wish.handles != null && (
                <Field
                    label="Seconds that stay before and behind what is used"
                    value={String(wish.handles)}
                    onChange={(value) => onChange({ ...wish, handles: Math.min(3600, Math.max(0, Number(value) || 0)) })}
                    type="number"
                />
            )}
            {rules.length > 0 && (
                <List aria-label="Rules">
                    {rules.map((rule, number) => (
                        <li key={words(rule)}>
                            <span>{readable(words(rule))}</span>
                            <TextButton
                                onPress={() => onChange({ ...wish, leaveOut: rules.filter((_, place) => place !== number) })}
                                aria-label={`Drop the rule ${words(rule)}`}
                            >
                                drop
                            </TextButton>
                        </li>
                    ))}
                </List>
            )}
            <Row>
                <Field label="Name" value={glob} onChange={setGlob} placeholder="*.wav" mono />
                <Field label="In the folder" value={folder} onChange={setFolder} placeholder="show/takes" mono />
                <Field label="Larger than, in MB" value={larger} onChange={setLarger} type="number" />
                <Button onPress={add} isDisabled={!isRule}>
                    Add the rule
                </Button>
            </Row>
            <SheetActions>
                <Button $main onPress={onClose}>
                    Done
                </Button>
            </SheetActions>
        </Sheet>
    );
}
