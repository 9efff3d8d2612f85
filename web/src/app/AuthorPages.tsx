import { App as AntApp, ConfigProvider } from 'antd';
import { Route, Routes } from 'react-router';
import { ImportPage, ReadAgainPage } from '../features/import';
import { ComposePage } from '../features/compose';
import { HomePage } from '../features/home';
import { AccountPage, AuditPage, PeoplePage } from '../features/people';
import { PreparePage } from '../features/prepare';
import { PublishPage } from '../features/publish';
import { QueryPage } from '../features/query';
import { TitleBar } from '../shared/TitleBar';
import { useDark } from '../shared/useDark';
import { antTheme } from './antTheme';
import { say } from '../words';

/** The pages of those who bring in data and compose; they use Ant Design, themed. */
export default function AuthorPages() {
  const dark = useDark();
  return (
    <ConfigProvider theme={antTheme(dark)} wave={{ disabled: true }}>
      <AntApp component={false}>
        <Routes>
          <Route path="/" element={<HomePage />} />
          <Route path="/bring-in/:id" element={<ImportPage />} />
          <Route path="/datasets/:id/reading" element={<ReadAgainPage />} />
          <Route path="/query" element={<QueryPage />} />
          <Route path="/people" element={<PeoplePage />} />
          <Route path="/audit" element={<AuditPage />} />
          <Route path="/account" element={<AccountPage />} />
          <Route path="/datasets/:id" element={<PreparePage />} />
          <Route path="/apps/:id" element={<ComposePage />} />
          <Route path="/apps/:id/publish" element={<PublishPage />} />
          <Route path="*" element={<Nowhere />} />
        </Routes>
      </AntApp>
    </ConfigProvider>
  );
}

function Nowhere() {
  return (
    <>
      <TitleBar title={say('app.keenSparrow')} />
      <main>
        <h2>{say('app.thereIsNothingAtThis')}</h2>
        <p>{say('app.checkItOrGoTo')}</p>
      </main>
    </>
  );
}
