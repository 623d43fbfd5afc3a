import { Input, Modal } from 'antd';
import { useState } from 'react';

interface Props {
  title: string;
  first: string;
  done: (name: string) => Promise<unknown>;
  onClose: () => void;
}

/** Asks for a name; what the server says against it stands beneath. */
export function NameDialog({ title, first, done, onClose }: Props) {
  const [name, setName] = useState(first);
  const [error, setError] = useState<string | undefined>(undefined);
  const submit = async () => {
    try {
      await done(name);
      onClose();
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : String(failure));
    }
  };
  return (
    <Modal
      open
      title={title}
      okText="Done"
      onOk={() => void submit()}
      onCancel={onClose}
      okButtonProps={{ disabled: name.trim() === '' }}
      width={420}
    >
      <Input
        className="free-text"
        aria-label="Name"
        autoFocus
        maxLength={120}
        value={name}
        onChange={(event) => setName(event.target.value)}
        onPressEnter={() => void submit()}
      />
      {error !== undefined && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
    </Modal>
  );
}
