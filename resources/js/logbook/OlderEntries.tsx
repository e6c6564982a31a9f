import type { useEntries } from '../api/queries';
import { TextButton } from '../ui/Button';

/** The way to entries further back, where there are any. */
export function OlderEntries({ list }: { list: ReturnType<typeof useEntries> }) {
    return (
        list.hasNextPage && (
            <p style={{ padding: '10px 16px' }}>
                <TextButton onPress={() => list.fetchNextPage()} isDisabled={list.isFetchingNextPage}>
                    Older entries
                </TextButton>
            </p>
        )
    );
}
