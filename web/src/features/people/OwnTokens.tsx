import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, InputNumber } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import type { TokenItem } from '../../api/types';
import { ProblemNote } from '../../shared/ProblemNote';
import { TokenList } from './TokenList';
import { say } from '../../words';
import css from './OwnTokens.module.css';

interface NewToken {
  label: string;
  days: number;
}

/** Tokens with which other programs call in one's name. */
export function OwnTokens() {
  const { data, error, refetch } = useQuery({
    queryKey: ['tokens'],
    queryFn: () => call<{ tokens: TokenItem[] }>('GET', '/api/tokens'),
  });
  const [form] = Form.useForm<NewToken>();
  const [made, setMade] = useState<string | null>(null);
  const [problem, setProblem] = useState<Error | null>(null);
  const add = (token: NewToken) => {
    setProblem(null);
    call<{ token: string }>('POST', '/api/tokens', token)
      .then((answer) => {
        setMade(answer.token);
        form.resetFields();
        return refetch();
      })
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  return (
    <section aria-label={say('people.tokensForOtherPrograms')}>
      <h2>{say('people.tokensForOtherPrograms')}</h2>
      {error && <ProblemNote error={error} onRetry={() => void refetch()} />}
      <TokenList tokens={data?.tokens ?? []} path="/api/tokens" onChanged={() => void refetch()} />
      {made && (
        <p className="notice" role="status">
          {say('people.copyItNowItIs')} <code className={css.token}>{made}</code>
        </p>
      )}
      {problem && <ProblemNote error={problem} />}
      <Form
        form={form}
        layout="inline"
        onFinish={add}
        initialValues={{ days: 90 }}
        requiredMark={false}
      >
        <Form.Item name="label" label={say('people.whatItIsFor')} rules={[{ required: true }]}>
          <Input autoComplete="off" />
        </Form.Item>
        <Form.Item name="days" label={say('people.daysItHoldsFor')}>
          <InputNumber min={1} max={365} />
        </Form.Item>
        <Button htmlType="submit">{say('people.makeAToken')}</Button>
      </Form>
    </section>
  );
}
