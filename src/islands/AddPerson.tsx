/** Adds a person; the first one added on a fresh Sentrel is who this browser then is. */
import { roles, type NewPerson } from '../../core/work/people';
import { PickField, TextField } from './kit/fields';
import { StageForm } from './kit/StageForm';
import { request } from './post';
import { signIn } from './who';
import { listening } from './kit/listening';

export default listening(AddPerson);

function AddPerson({ first }: { first: boolean }) {
  const save = async (v: NewPerson) => {
    const sent = await request<{ id: string }>('POST', '/api/people', v);
    if (!sent.ok) return sent.refusal;
    if (first) await signIn(sent.value.id);
    location.href = first ? '/work/new' : '/people';
    return null;
  };
  return (
    <StageForm<NewPerson> defaults={{ name: '', stamp: '', role: 'Welder', units: 'inch' }} onRecord={save} label="Add">
      <div className="grid max-w-3xl grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-4">
        <TextField name="name" label="Name" rules={{ required: 'Enter a name.' }} />
        <TextField name="stamp" label="Stamp" rules={{ required: 'Enter the stamp put beside the weld.' }} />
        <PickField name="role" label="Work" options={roles.map((r) => ({ value: r, label: r }))} />
        <PickField
          name="units"
          label="Units"
          options={[
            { value: 'inch', label: 'in, CFH, °F' },
            { value: 'metric', label: 'mm, L/min, °C' },
          ]}
        />
      </div>
    </StageForm>
  );
}
