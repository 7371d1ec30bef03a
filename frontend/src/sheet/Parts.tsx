import { Tabs } from "antd";
import type { ReactNode } from "react";

interface Props {
  parts: readonly { key: string; label: string }[];
  open: string;
  onOpen: (key: string) => void;
  /** What stands beside the tabs. */
  beside?: ReactNode;
  /** The open part. */
  children: ReactNode;
}

/** Parts of a sheet under tabs, one open at a time. */
export function Parts({ parts, open, onOpen, beside, children }: Props) {
  return (
    <div className="parts-of">
      <Tabs
        size="small"
        activeKey={open}
        onChange={onOpen}
        destroyOnHidden
        items={parts.map((part) => ({ ...part, children: part.key === open ? children : null }))}
      />
      {beside && <div className="beside-tabs">{beside}</div>}
    </div>
  );
}
