import { Button, Form, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import { ProblemNote } from '../../shared/ProblemNote';
import { say } from '../../words';
import css from './NewConnection.module.css';

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
      className={`card ${css.newConnection}`}
      requiredMark={false}
      initialValues={{ kind: 'POSTGRESQL', port: 5432 }}
      onFinish={add}
    >
      <Form.Item name="name" label={say('query.name')} rules={[{ required: true }]}>
        <Input />
      </Form.Item>
      <Form.Item name="kind" label={say('query.kind')}>
        <Select
          options={[
            { value: 'POSTGRESQL', label: say('query.postgresql') },
            { value: 'H2', label: say('query.h2InThisServersWarehouse') },
          ]}
        />
      </Form.Item>
      {kind !== 'H2' && (
        <>
          <Form.Item name="host" label={say('query.host')} rules={[{ required: true }]}>
            <Input />
          </Form.Item>
          <Form.Item name="port" label={say('query.port')} rules={[{ required: true }]}>
            <InputNumber min={1} max={65535} />
          </Form.Item>
        </>
      )}
      <Form.Item name="database" label={say('query.database')} rules={[{ required: true }]}>
        <Input />
      </Form.Item>
      <Form.Item
        name="username"
        label={say('query.userOneThatMayOnly')}
        rules={[{ required: true }]}
      >
        <Input autoComplete="off" />
      </Form.Item>
      <Form.Item
        name="password"
        label={say('query.passwordKeptEncrypted')}
        rules={[{ required: true }]}
      >
        <Input.Password autoComplete="new-password" />
      </Form.Item>
      {problem && <ProblemNote error={problem} />}
      <Button htmlType="submit" loading={busy}>
        {say('query.tryAndAdd')}
      </Button>
    </Form>
  );
}
