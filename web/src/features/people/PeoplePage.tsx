import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, Select, Table } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import type { Account, AccountRole } from '../../api/types';
import { ProblemNote } from '../../shared/ProblemNote';
import { TitleBar } from '../../shared/TitleBar';

const ROLES: { value: AccountRole; label: string }[] = [
  { value: 'READER', label: 'reads apps' },
  { value: 'AUTHOR', label: 'reads and makes apps' },
  { value: 'ADMINISTRATOR', label: 'administers' },
];

interface NewAccount {
  name: string;
  password: string;
  role: AccountRole;
}

/** Accounts, for administrators. */
export function PeoplePage() {
  const { data, error, refetch } = useQuery({
    queryKey: ['accounts'],
    queryFn: () => call<{ accounts: Account[] }>('GET', '/api/accounts'),
  });
  const [problem, setProblem] = useState<Error | null>(null);
  const [form] = Form.useForm<NewAccount>();
  const add = (account: NewAccount) => {
    setProblem(null);
    call('POST', '/api/accounts', account)
      .then(() => {
        form.resetFields();
        return refetch();
      })
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  return (
    <>
      <title>People</title>
      <TitleBar title="People" />
      <main className="people">
        {error && <ProblemNote error={error} onRetry={() => void refetch()} />}
        <Table
          size="small"
          rowKey="id"
          pagination={false}
          dataSource={data?.accounts ?? []}
          columns={[
            { title: 'Name', dataIndex: 'name' },
            {
              title: 'May',
              dataIndex: 'role',
              render: (role: AccountRole) => ROLES.find((item) => item.value === role)?.label,
            },
            {
              title: 'Password',
              key: 'password',
              render: (_, account) => <NewPassword account={account} onProblem={setProblem} />,
            },
          ]}
        />
        <h2>Add an account</h2>
        {problem && <ProblemNote error={problem} />}
        <Form
          form={form}
          layout="vertical"
          onFinish={add}
          initialValues={{ role: 'READER' }}
          requiredMark={false}
        >
          <Form.Item name="name" label="Name" rules={[{ required: true }]}>
            <Input autoComplete="off" />
          </Form.Item>
          <Form.Item
            name="password"
            label="Password, at least 10 characters"
            rules={[{ required: true }]}
          >
            <Input.Password autoComplete="new-password" />
          </Form.Item>
          <Form.Item name="role" label="May">
            <Select options={ROLES} />
          </Form.Item>
          <Button type="primary" htmlType="submit">
            Add account
          </Button>
        </Form>
      </main>
    </>
  );
}

function NewPassword({
  account,
  onProblem,
}: {
  readonly account: Account;
  readonly onProblem: (error: Error | null) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [saved, setSaved] = useState(false);
  if (typed === null) {
    return (
      <button type="button" className="word" onClick={() => setTyped('')}>
        {saved ? 'set; set another one' : 'set a new one'}
      </button>
    );
  }
  const save = () => {
    onProblem(null);
    call('PUT', `/api/accounts/${account.id}/password`, { password: typed })
      .then(() => {
        setTyped(null);
        setSaved(true);
      })
      .catch((failure: unknown) => onProblem(failure as Error));
  };
  return (
    <span style={{ display: 'inline-flex', gap: 8 }}>
      <Input.Password
        size="small"
        aria-label={`New password of ${account.name}`}
        value={typed}
        autoComplete="new-password"
        onChange={(event) => setTyped(event.target.value)}
        onPressEnter={save}
      />
      <Button size="small" onClick={save}>
        Save
      </Button>
    </span>
  );
}
