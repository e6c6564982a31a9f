import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api } from '../api/client';
import { keys } from '../api/queries';
import { ContrastView } from '../contrast/ContrastView';
import { useContrast } from '../contrast/sources';
import { useDecisions } from '../plan/decisions';
import { useDocumentActions } from '../plan/useDocumentActions';
import { ViewHead } from '../shell/ViewHead';
import { Button } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { fileName } from '../ui/words';
import { Bar, MergeByPlace, type Shown } from './MergeByPlace';

const View = styled.div`display: grid; grid-template-rows: auto auto auto minmax(0, 1fr); height: 100%; min-height: 0; > header { padding-left: 16px; }`;

/** A file that changed, or went away, while there was a draft: what each side has, and the ways on. */
export function OutsideView() {
    const { workspace = '', id = '' } = useParams();
    const document = useQuery({
        queryKey: keys.document(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: id } } })),
    });
    const row = document.data?.row;
    if (!row) {
        return (
            <Empty whole title={document.isError ? 'The document cannot be shown' : 'Opening …'}>
                {document.isError && <p>{document.error.message}</p>}
            </Empty>
        );
    }
    return <Outside workspace={workspace} id={id} />;
}

function Outside({ workspace, id }: { workspace: string; id: string }) {
    const navigate = useNavigate();
    const { decide } = useDecisions(workspace);
    const actions = useDocumentActions(workspace);
    const document = useQuery({
        queryKey: keys.document(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: id } } })),
    });
    const row = document.data?.row;
    const [shown, setShown] = useState<Shown>('merged');
    if (!row) {
        return null;
    }
    const name = row.title ?? fileName(row.path);
    const toQuay = (choice: Parameters<typeof decide>[1]) => {
        decide([id], choice);
        navigate(`/w/${workspace}/quay`);
    };
    const otherName = () => {
        actions.asking(row, row.file === 'gone' ? 'save as' : 'copy');
        navigate(`/w/${workspace}/quay`);
    };
    if (row.content === 'as saved' || row.file === 'there') {
        return (
            <Empty whole title="Draft and file go together">
                <p>
                    {name} is {row.content}; its file has not changed under it.
                </p>
                <Button onPress={() => navigate(`/w/${workspace}/documents/${id}`)}>Open {name}</Button>
            </Empty>
        );
    }
    if (row.file === 'gone') {
        return (
            <View>
                <ViewHead title={`${name}: its file went away`} sub={row.path}>
                    <Button onPress={() => navigate(`/w/${workspace}/documents/${id}`)}>Back to the document</Button>
                </ViewHead>
                <Bar>
                    <Button $main onPress={() => toQuay({ kind: 'save', over: 'gone' })}>
                        Write it again: see the plan
                    </Button>
                    <Button onPress={() => toQuay({ kind: 'discard' })}>Let it go: see the plan</Button>
                    <Button onPress={otherName}>Save mine under another name …</Button>
                    <span>Your draft stays as it is until you decide.</span>
                </Bar>
                <i />
                <ContrastView workspace={workspace} left={{ id, source: 'base' }} right={{ id, source: 'draft' }} />
            </View>
        );
    }
    return (
        <View>
            <ViewHead title={`${name}: changed outside`} sub="another program wrote the file while you had a draft">
                <Button onPress={() => navigate(`/w/${workspace}/documents/${id}`)}>Back to the document</Button>
            </ViewHead>
            <Ways
                workspace={workspace}
                id={id}
                revision={row.revision}
                isText={document.data?.isText ?? false}
                shown={shown}
                onShow={setShown}
                onDecide={toQuay}
                onOtherName={otherName}
            />
        </View>
    );
}

interface WaysProps {
    workspace: string;
    id: string;
    revision: number;
    isText: boolean;
    shown: Shown;
    onShow: (shown: Shown) => void;
    onDecide: (choice: { kind: 'save' | 'discard'; over?: string }) => void;
    onOtherName: () => void;
}

function Ways({ workspace, id, revision, isText, shown, onShow, onDecide, onOtherName }: WaysProps) {
    const contrast = useContrast(workspace, { id, source: 'file' }, { id, source: 'draft' });
    const theirs = contrast.data?.left.hash;
    const ways = (
        <>
            <Button onPress={() => onDecide({ kind: 'discard' })}>Take theirs …</Button>
            <Button isDisabled={!theirs} onPress={() => onDecide({ kind: 'save', over: theirs ?? '' })}>
                Keep mine …
            </Button>
            <Button onPress={onOtherName}>Save mine under another name …</Button>
        </>
    );
    if (!contrast.data) {
        return (
            <Empty title={contrast.isError ? 'The two cannot be read' : 'Reading both …'}>
                {contrast.isError && <p>{contrast.error.message}</p>}
            </Empty>
        );
    }
    if (!isText || !contrast.data.left.isText) {
        return (
            <>
                <Bar>
                    {ways}
                    <span>It is no text, so one of the two stays.</span>
                </Bar>
                <i />
                <ContrastView workspace={workspace} left={{ id, source: 'file' }} right={{ id, source: 'draft' }} />
            </>
        );
    }
    return (
        <MergeByPlace
            workspace={workspace}
            id={id}
            revision={revision}
            theirs={contrast.data.left.hash}
            mine={contrast.data.right.hash}
            path={contrast.data.right.path}
            ways={ways}
            shown={shown}
            onShow={onShow}
        />
    );
}
