import { App, Button, Modal } from 'antd';
import { useNavigate } from 'react-router';
import { useAppSelector } from '../store/store.ts';
import { useSaver } from '../saving/SaverContext.tsx';

/** The case was saved elsewhere after it was opened here: nothing is overwritten until a person has chosen. */
export function ConflictDialog() {
  const saver = useSaver();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const standing = useAppSelector((state) => state.saving.standing);
  if (standing.state !== 'conflict') return null;
  const { current } = standing;
  const when = new Date(current.updatedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  const asVariant = async () => {
    try {
      const id = await saver.keepMineAsVariant();
      await navigate(`/cases/${id}`);
    } catch (error) {
      void message.error(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <Modal open closable={false} footer={null} title="This case was changed elsewhere" width={520}>
      <p>
        “{current.name}” was saved in another window on {when}, after it was opened here. Both versions are safe. Which should
        stand?
      </p>
      <div className="choices">
        <Button type="primary" onClick={() => void asVariant()}>
          Keep mine beside it, as a variant
        </Button>
        <Button onClick={() => void saver.takeTheirs()}>Take the other version</Button>
        <Button onClick={() => saver.keepMine()}>Put mine in its place</Button>
      </div>
      <p className="quiet small">
        Taking the other version can be undone; putting yours in its place leaves the other in the case’s history.
      </p>
    </Modal>
  );
}
