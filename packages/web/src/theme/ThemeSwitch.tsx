import { MoonOutlined, SunOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useLook } from './Themed.tsx';

export function ThemeSwitch() {
  const { name, change } = useLook();
  const other = name === 'day' ? 'night' : 'day';
  return (
    <Button
      type="text"
      aria-label={`Change to the ${other} theme`}
      title={`Change to the ${other} theme`}
      icon={name === 'day' ? <MoonOutlined /> : <SunOutlined />}
      onClick={() => change(other)}
    />
  );
}
