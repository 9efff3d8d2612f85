import { Button, Form, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import { ProblemNote } from '../../shared/ProblemNote';

interface Fields {
  name: string;
  kind: 'POSTGRESQL' | 'H2';
  host?: string;
  port?: number;
  database: string;
  username: string;
  password: string;
}

/** A connection, tried at once; what does not work is not kept. */
export function NewConnection({ onAdded }: { readonly onAdded: (id: string) => void }) {
  const [form] = Form.useForm<Fields>();
  const kind = Form.useWatch('kind', form);
  const [problem, setProblem] = useState<Error | null>(null);
  const [busy, setBusy] = useState(false);
  const add = (fields: Fields) => {
    setBusy(true);
    setProblem(null);
    call<{ id: string }>('POST', '/api/connections', fields)
      .then(({ id }) => onAdded(id))
      .catch((failure: unknown) => setProblem(failure as Error))
      .finally(() => setBusy(false));
  };
  return (
    <Form
      form={form}
      layout="vertical"
      className="card new-connection"
      requiredMark={false}
      initialValues={{ kind: 'POSTGRESQL', port: 5432 }}
      onFinish={add}
    >
      <Form.Item name="name" label="Name" rules={[{ required: true }]}>
        <Input />
      </Form.Item>
      <Form.Item name="kind" label="Kind">
        <Select
          options={[
            { value: 'POSTGRESQL', label: 'PostgreSQL' },
            { value: 'H2', label: 'H2, in this server’s warehouse folder' },
          ]}
        />
      </Form.Item>
      {kind !== 'H2' && (
        <>
          <Form.Item name="host" label="Host" rules={[{ required: true }]}>
            <Input />
          </Form.Item>
          <Form.Item name="port" label="Port" rules={[{ required: true }]}>
            <InputNumber min={1} max={65535} />
          </Form.Item>
        </>
      )}
      <Form.Item name="database" label="Database" rules={[{ required: true }]}>
        <Input />
      </Form.Item>
      <Form.Item name="username" label="User, one that may only read" rules={[{ required: true }]}>
        <Input autoComplete="off" />
      </Form.Item>
      <Form.Item name="password" label="Password, kept encrypted" rules={[{ required: true }]}>
        <Input.Password autoComplete="new-password" />
      </Form.Item>
      {problem && <ProblemNote error={problem} />}
      <Button htmlType="submit" loading={busy}>
        Try and add
      </Button>
    </Form>
  );
}
