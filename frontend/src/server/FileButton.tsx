import { Button, Upload } from "antd";

interface Props {
  accept: string;
  /** What is written on the button. */
  children: string;
  busy?: boolean;
  plain?: boolean;
  title?: string;
  onFile: (file: File) => void;
}

/** A button that opens a file; the file is read here, nothing is sent by the button itself. */
export function FileButton({ accept, children, busy = false, plain = false, title, onFile }: Props) {
  return (
    <Upload
      accept={accept}
      showUploadList={false}
      multiple={false}
      beforeUpload={(file) => {
        onFile(file);
        return false;
      }}
    >
      {plain ? (
        <button type="button" className="plain" title={title}>
          {children}
        </button>
      ) : (
        <Button loading={busy}>{children}</Button>
      )}
    </Upload>
  );
}
