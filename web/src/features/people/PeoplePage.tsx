import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, Select, Table } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/client';
import type { Account, AccountRole } from '../../api/types';
import { ProblemNote } from '../../shared/ProblemNote';
import { TitleBar } from '../../shared/TitleBar';
import { PersonPanel } from './PersonPanel';
import { ROLES } from './roles';
import { say } from '../../words';
import peopleCss from './people.module.css';

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
  const [picked, setPicked] = useState<number | null>(null);
  const accounts = data?.accounts ?? [];
  const person = accounts.find((account) => account.id === picked);
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
      <title>{say('people.people')}</title>
      <TitleBar title={say('people.people')}>
        <Link className="button" to="/audit">
          {say('people.whatPeopleDid')}
        </Link>
      </TitleBar>
      <main className={peopleCss.people}>
        {error && <ProblemNote error={error} onRetry={() => void refetch()} />}
        <Table
          size="small"
          rowKey="id"
          pagination={false}
          dataSource={accounts}
          columns={[
            {
              title: say('people.name'),
              dataIndex: 'name',
              render: (name: string, account) => (
                <button
                  type="button"
                  className="word"
                  aria-expanded={picked === account.id}
                  onClick={() => setPicked(picked === account.id ? null : account.id)}
                >
                  {name}
                </button>
              ),
            },
            {
              title: say('people.may'),
              dataIndex: 'role',
              render: (role: AccountRole, account) =>
                account.disabled
                  ? say('people.disabled')
                  : ROLES.find((item) => item.value === role)?.label,
            },
            { title: say('people.apps'), dataIndex: 'apps', align: 'right' },
            { title: say('people.datasets'), dataIndex: 'datasets', align: 'right' },
            { title: say('people.tokens'), dataIndex: 'tokens', align: 'right' },
          ]}
        />
        {person && (
          <PersonPanel
            key={person.id}
            account={person}
            others={accounts.filter((other) => other !== person && !other.disabled)}
            onChanged={() => void refetch()}
          />
        )}
        <h2>{say('people.addAnAccount')}</h2>
        {problem && <ProblemNote error={problem} />}
        <Form
          form={form}
          layout="vertical"
          onFinish={add}
          initialValues={{ role: 'READER' }}
          requiredMark={false}
        >
          <Form.Item name="name" label={say('people.name')} rules={[{ required: true }]}>
            <Input autoComplete="off" />
          </Form.Item>
          <Form.Item
            name="password"
            label={say('people.passwordAtLeast10Characters')}
            rules={[{ required: true }]}
          >
            <Input.Password autoComplete="new-password" />
          </Form.Item>
          <Form.Item name="role" label={say('people.may')}>
            <Select options={ROLES} />
          </Form.Item>
          <Button type="primary" htmlType="submit">
            {say('people.addAccount')}
          </Button>
        </Form>
      </main>
    </>
  );
}
